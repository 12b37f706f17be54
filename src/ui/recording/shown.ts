import type { Words } from '@/core/exchange/takes/recording-words';
import type { KeptRecording, KeptTake } from '@/store/database';
import { keptSource, type DeskSource } from './desk-source';

/** A recording to be looked at: where it is from, and what is said of it. */
export interface Shown {
  source: DeskSource;
  words: Words;
  /** Its id on this bench; null while it is not kept as a recording. */
  kept: string | null;
  /** What can be played again in the board's place: nothing of what is not kept. */
  again: KeptRecording | null;
}

export const shownOf = (recording: KeptRecording): Shown => {
  const { name, notes, tags, marks } = recording;
  return {
    ...{ source: keptSource(recording), words: { name, notes, tags, marks } },
    ...{ kept: recording.id, again: recording },
  };
};

/** A take of a sensor, as a recording is. @param sensor its name */
export function takeAsRecording(take: KeptTake, sensor: string): KeptRecording {
  const { id, instrument, at, channels, contacts = [], bits, marks = [], role } = take;
  const words = { name: `${sensor}, ${role}`, notes: '', tags: [], marks };
  return { ...{ id, instrument, at, channels, contacts, bits }, ...words, seconds: 0, whole: true };
}

export const shownOfTake = (take: KeptTake, sensor: string): Shown => ({
  ...shownOf(takeAsRecording(take, sensor)),
  kept: null,
});
