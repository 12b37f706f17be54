'use client';

import dynamic from 'next/dynamic';
import { useState, type ReactNode } from 'react';
import type { MenuChoice } from './pop-menu';

/** Fetched when a menu is first opened: no first load carries it. */
const PopMenu = dynamic(() => import('./pop-menu').then((m) => m.PopMenu), { ssr: false });

/**
 * Something that opens a menu.
 * @param button made with what opens it @param ask called first; where it gives false nothing opens
 */
export function MenuButton({
  button,
  choices,
  ask,
}: {
  button: (open: (e: React.MouseEvent<HTMLElement>) => void) => ReactNode;
  choices: readonly MenuChoice[];
  ask?: () => Promise<boolean>;
}) {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const open = async ({ currentTarget }: React.MouseEvent<HTMLElement>) => {
    if (!ask || (await ask())) setAnchor(currentTarget);
  };
  return (
    <>
      {button((e) => void open(e))}
      {anchor && <PopMenu anchor={anchor} close={() => setAnchor(null)} choices={choices} />}
    </>
  );
}
