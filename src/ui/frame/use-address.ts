'use client';

import { usePathname } from 'next/navigation';
import { useEffect } from 'react';
import { useSession } from '../hooks/use-session';
import { addressed, addressOf } from './address';

/** Keeps the page's address and what is chosen the same, so that reload and Back come to what was open. */
export function useAddress(): void {
  const { choice, workspace } = useSession();
  const path = usePathname();
  useEffect(() => {
    const page = path.split('/')[3] ?? '';
    const own = () => workspace.store.getState().history?.present.sensors ?? [];
    const come = addressed(own());
    const look = page === 'listen' ? (come ?? choice.getState()).look : null;
    choice.setState({ ...come, page, look });
    const write = (anew: boolean) => {
      const address = addressOf(choice.getState());
      if (location.pathname !== path || location.search === address) return;
      if (anew) history.pushState(null, '', address);
      else history.replaceState(null, '', address);
    };
    write(false);
    const undo = choice.subscribe((now, before) => write(now.look !== null && now.look !== before.look));
    const read = () => {
      const there = addressed(own());
      if (there && location.pathname === path) choice.setState(there);
    };
    addEventListener('popstate', read);
    return () => {
      undo();
      removeEventListener('popstate', read);
    };
  }, [choice, workspace, path]);
}
