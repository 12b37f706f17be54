'use client';

import dynamic from 'next/dynamic';
import { useStore } from 'zustand';
import { createStore } from 'zustand/vanilla';
import type { Notice } from './notice-bar';

/** Fetched when something is first said. */
const NoticeBar = dynamic(() => import('./notice-bar').then((m) => m.NoticeBar), { ssr: false });

const store = createStore<{ shown: Notice | null; n: number }>(() => ({ shown: null, n: 0 }));

/** Says one sentence at the foot of the screen; a newer one takes its place. */
export const notify = (says: string, action?: Notice['action']): void =>
  store.setState(({ n }) => ({ shown: { says, action }, n: n + 1 }));

/** The sentence that was said last, until it is read. */
export function Notices() {
  const { shown, n } = useStore(store);
  return shown && <NoticeBar key={n} notice={shown} close={() => store.setState({ shown: null })} />;
}
