'use client';

import { useEffect, useRef } from 'react';
import { useLive, useSession } from './use-session';

const KEY = 'cheironom-first-sound';

/** The instrument whose guided takes begin by themselves when it is opened: the path of a first visit. Without storage they wait for Space. */
export function beginAtOnce(instrument: string): void {
  try {
    sessionStorage.setItem(KEY, instrument);
  } catch {
    return;
  }
}

function takeFirst(instrument: string): boolean {
  try {
    if (sessionStorage.getItem(KEY) !== instrument) return false;
    sessionStorage.removeItem(KEY);
    return true;
  } catch {
    return false;
  }
}

/** Begins once the board's frames come, where this is the instrument of a first visit. */
export function useFirstRun(begin: () => void): void {
  const { id } = useSession();
  const frames = useLive((s) => s.tick !== null);
  const own = useRef(begin);
  useEffect(() => {
    own.current = begin;
  });
  useEffect(() => {
    if (frames && takeFirst(id)) own.current();
  }, [frames, id]);
}
