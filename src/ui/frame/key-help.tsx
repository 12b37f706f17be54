'use client';

import dynamic from 'next/dynamic';
import { useChoice, useSession } from '../hooks/use-session';

/** Fetched when it is first asked for. */
const KeyPanel = dynamic(() => import('./key-panel').then((m) => m.KeyPanel), { ssr: false });

/** The keys of the page that is open, while they are asked for. */
export function KeyHelp() {
  const { choice } = useSession();
  const open = useChoice((c) => c.keys);
  const page = useChoice((c) => c.page);
  return open ? <KeyPanel at={page} close={() => choice.setState({ keys: false })} /> : null;
}
