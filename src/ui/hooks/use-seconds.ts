'use client';

import { useSyncExternalStore } from 'react';

const subscribe = (changed: () => void) => {
  const timer = setInterval(changed, 1000);
  return () => clearInterval(timer);
};
const now = () => Math.floor(Date.now() / 1000) * 1000;

/** The time, ms, in whole seconds; draws again once a second. */
export const useSeconds = (): number => useSyncExternalStore(subscribe, now, () => 0);
