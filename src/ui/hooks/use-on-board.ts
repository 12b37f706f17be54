'use client';

import { useEffect, useState } from 'react';
import { onBoardOf, type OnBoard } from '@/store/on-board';
import { useLive, useSession } from './use-session';

/** What the board on the cable plays, or the last one said; null where none ever has. */
export function useOnBoard(): OnBoard | null {
  const { id } = useSession();
  const digest = useLive((s) => s.tick?.line?.who?.digest ?? null);
  const [last, setLast] = useState<OnBoard | null>(null);
  useEffect(() => {
    let left = false;
    onBoardOf(id).then(
      (own) => left || setLast(own),
      // Without storage nothing was remembered either.
      () => left || setLast(null),
    );
    return () => {
      left = true;
    };
  }, [id, digest]);
  return last;
}
