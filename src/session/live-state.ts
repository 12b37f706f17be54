import { createStore } from 'zustand/vanilla';
import type { Fault } from '@/board/faults';
import type { RestStatistics } from '@/core/signal/rest';
import type { Tick } from '@/workers/live-protocol';
import type { CableState } from './cable-state';

/** What the live worker last said, for the screens. */
export interface LiveState {
  tick: Tick | null;
  /** Last rest statistics a channel that were quiet enough to be believed. */
  rest: (RestStatistics | null)[];
  /** True while the last look found the channel at rest. */
  quiet: boolean[];
  /** The last note messages in words, newest first; by themselves, since controllers would soon push them out of sight. */
  notes: string[];
  /** The last other messages in words, newest first. */
  words: string[];
  /** True from the beginning of a guided run until all of its takes are in, or storage refuses them. */
  settling: boolean;
  /** One sentence when the worker broke, or null. */
  broken: string | null;
  cable: CableState;
  /** Name of the recording that stands in for a board; null for the practice board or a cable. */
  replays: string | null;
  /** Faults that the practice board has. */
  faults: readonly Fault[];
  /** Ids of boards whose output is pulled out of the one that it enters. */
  pulled: readonly string[];
}

export const createLiveStore = () =>
  createStore<LiveState>(() => ({
    tick: null,
    rest: [],
    quiet: [],
    notes: [],
    words: [],
    settling: false,
    broken: null,
    cable: { is: 'closed' },
    replays: null,
    faults: [],
    pulled: [],
  }));

/** Whether the board is the practice board, which can be played by hand. */
export const practises = ({ cable, replays }: LiveState): boolean =>
  cable.is === 'closed' && replays === null;
