'use client';

import { useEffect, useState } from 'react';
import type { KeptVersion } from '@/store/database';
import { analysisLink } from '@/workers/analysis-link';
import { useOnBoard } from '../hooks/use-on-board';
import { notify } from '../parts/notice';

/** Digests by version, as far as they were asked for: a version never changes. */
const known = new Map<string, string[]>();

const keyOf = ({ instrument, n, at }: KeptVersion): string => `${instrument} ${n} ${at}`;

/** Numbers of the versions that the board plays: of several that play the same, all. */
export function useVersionDigests(versions: readonly KeptVersion[]): ReadonlySet<number> {
  const onBoard = useOnBoard();
  const [asked, setAsked] = useState(0);
  useEffect(() => {
    if (!onBoard) return;
    const unknown = versions.filter((own) => !known.has(keyOf(own)));
    if (unknown.length === 0) return;
    let left = false;
    analysisLink
      .get()
      .digests(unknown.map(({ document }) => document))
      .then(
        (all) => {
          all.forEach((digests, i) => known.set(keyOf(unknown[i]), digests));
          if (!left) setAsked((n) => n + 1);
        },
        () => notify('Which version the board plays was not found out: reload the page.'),
      );
    return () => {
      left = true;
    };
  }, [versions, onBoard, asked]);
  const plays = versions.filter((own) => onBoard !== null && known.get(keyOf(own))?.includes(onBoard.digest));
  return new Set(plays.map(({ n }) => n));
}
