import type { Calibration } from '@/core/instrument/calibration';
import type { Sensor } from '@/core/instrument/sensor';
import type { TermId } from '../parts/terms';

/** A number that lanes share, with what it is worth. */
export interface SharedReading {
  label: string;
  /** What explains its label. */
  term?: TermId;
  value: string;
  unit: string;
  says: string;
}

/** What of a calibration is chosen, not measured: a number, or one of some words. */
export type WayChoice<C extends Calibration> =
  | { is: 'number'; label: string; value: number; low: number; high: number; with: (value: number) => C }
  | { is: 'pick'; label: string; value: string; options: Record<string, string>; with: (value: string) => C };

/** How screens speak of a way: a file each beside this one. */
export interface WayWords<C extends Calibration = Calibration> {
  /** What was measured, as short as it can be said, and its most telling number. */
  measured(c: C, sensor: Sensor): { all: string; short: string };
  /** What its takes are counted in, where that is not gestures. */
  counts?: string;
  /** What its lanes share. */
  shared(c: C): SharedReading[];
  /** What its takes came to, besides: numbers that lanes share, by name. */
  read?(numbers: Readonly<Record<string, number>>): SharedReading[];
  /** What can be chosen of it. @param scenes of the instrument: what happens where they change means nothing without two */
  choices?(c: C, scenes: number): WayChoice<C>[];
  /** The numbers of a lane that are shown beside each other, in the order of the columns; none where lanes have none of their own. */
  lane(c: C, lane: string): Readonly<Record<string, number>> | null;
  /** How exact those numbers are, where that is known: σ, in the same unit. */
  within?(c: C, lane: string): Readonly<Record<string, number>> | null;
  /** Those numbers' names. */
  columns: readonly string[];
  /** What a contact at rest is told by, in a sentence; none where it has no contacts. */
  contact?(c: C): string;
}
