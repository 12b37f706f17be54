import type { ComponentType } from 'react';
import type { Instrument } from '@/core/instrument/document';
import type { Role } from '@/core/signal/take';

/** Keys, each with what it does. */
export type KeyWords = readonly (readonly [key: string, does: string])[];

/** What it is seen by that a station has been worked, for the instrument as a whole. */
export interface Work {
  instrument: Instrument;
  takes: readonly { role: Role }[];
}

/** A place of work: `station.ts` of its folder. */
export interface StationOf<Id extends string> {
  /** As in its address. */
  id: Id;
  name: string;
  /** One key, the same at every station. */
  key: string;
  /** Keys of its own. */
  keys: KeyWords;
  /** None: the ruler never marks it. */
  worked?: (work: Work) => boolean;
  /** Loaded when it is first opened, so that no page carries the charts of another. */
  Page: ComponentType;
}
