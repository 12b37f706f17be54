'use client';

import { useEffectEvent, useLayoutEffect } from 'react';

const NOTHING = { text: '', entered: false };
let kept = NOTHING;

/** Has the focus while a dialog is fetched: what is typed meanwhile is no key of the page, and is kept for the dialog. */
export function TypedAhead() {
  return (
    <input
      autoFocus
      aria-label="Opening…"
      style={{ position: 'fixed', opacity: 0, pointerEvents: 'none' }}
      onChange={(e) => (kept = { ...kept, text: e.target.value })}
      onKeyDown={(e) => {
        if (e.key === 'Enter') kept = { ...kept, entered: true };
      }}
    />
  );
}

/** @param into called once, as a dialog opens, where something was typed while it was fetched: with its text, and whether Enter followed */
export function useTypedAhead(into: (text: string, entered: boolean) => void): void {
  const hand = useEffectEvent(into);
  useLayoutEffect(() => {
    const { text, entered } = kept;
    kept = NOTHING;
    if (text !== '') hand(text, entered);
  }, []);
}
