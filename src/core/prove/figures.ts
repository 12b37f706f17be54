import { overlapsOf } from '../calibrate/dynamics';
import { pitchAt } from '../midi/heard-notes';
import { DYNAMIC_NAMES, type Dynamics } from '../shape/dynamics';
import { countInterval, shareInterval, type Interval } from '../signal/interval';
import { median, quantile } from '../signal/quantile';
import { ERRORS, type ErrorKind } from './errors';
import type { Judged } from './judge';
import type { Sounded } from './sounded';

/** How often something went wrong. */
export interface Count {
  n: number;
  /** Of how many gestures that were meant, or notes that were played; null for what comes of nothing. */
  of: number | null;
  /** Its share of these, or how many there are a minute where there is nothing that they are of, and where the truth may lie (95 %). */
  rate: number;
  interval: Interval;
}

export type Counts = Record<ErrorKind, Count>;

/** What is counted of gestures; the rest is of notes. */
const OF_GESTURES: readonly ErrorKind[] = ['missed', 'wrong'];

/** @param sensor whose; all where it is left out @param minutes how long the take is */
export function countsOf({ intended, attacks, moments }: Judged, minutes: number, sensor?: string): Counts {
  const own = <T extends { sensor: string | null }>(all: readonly T[]) =>
    sensor === undefined ? all : all.filter((one) => one.sensor === sensor);
  const [gestures, notes] = [own(intended).length, own(attacks).length];
  const count = (is: ErrorKind): Count => {
    const n = own(moments).filter((moment) => moment.is === is).length;
    if (is === 'phantom') {
      const { low, high } = countInterval(n);
      return { n, of: null, rate: n / minutes, interval: { low: low / minutes, high: high / minutes } };
    }
    const of = Math.max(n, OF_GESTURES.includes(is) ? gestures : notes);
    return of === 0
      ? { n, of, rate: 0, interval: { low: 0, high: 1 } }
      : { n, of, rate: n / of, interval: shareInterval(n, of) };
  };
  return Object.fromEntries(ERRORS.map((is) => [is, count(is)])) as Counts;
}

/** Velocities of a dynamic. */
export interface VelocitySpread {
  dynamic: keyof Dynamics;
  n: number;
  median: number;
  /** p5 and p95. */
  low: number;
  high: number;
}

export interface Velocities {
  spreads: VelocitySpread[];
  /** Share of pairs in which a softer one reads no less than a harder one. */
  overlaps: { softer: keyof Dynamics; harder: keyof Dynamics; overlap: number }[];
}

/** Velocities by what was meant; null where no dynamics were told, or none has a velocity of its own. */
export function velocitiesOf({ intended, attacks, matched: { attackOf } }: Judged): Velocities | null {
  const of = (dynamic: keyof Dynamics) =>
    intended.flatMap((own, i) => {
      const first = attacks[attackOf[i]]?.first;
      return own.dynamic === dynamic && first && first.voice!.velocity.is !== 'fixed' ? [first.velocity] : [];
    });
  const spreads = DYNAMIC_NAMES.flatMap((dynamic): VelocitySpread[] => {
    const own = of(dynamic);
    if (own.length === 0) return [];
    const [low, high] = [quantile(own, 0.05), quantile(own, 0.95)];
    return [{ dynamic, n: own.length, median: median(own), low, high }];
  });
  return spreads.length === 0 ? null : { spreads, overlaps: overlapsOf(of) };
}

/** How far notes lie from the pitch that was meant, cents. */
export interface PitchErrors {
  n: number;
  /** At the onset: median, and p95 of how far without its side. */
  onset: { median: number; p95: number };
  /** Once it has settled: the median of each note from {@link SETTLED_US} on. */
  after: { median: number; p95: number };
}

/** A pitch has settled after so long, µs (practice); it is looked at so often. */
const SETTLED_US = 60_000;
const LOOK_US = 5_000;
const MOST_LOOKS = 200;

/** Of notes whose pitch was told; null without any. */
export function pitchErrorsOf({ intended, attacks, matched: { attackOf } }: Judged): PitchErrors | null {
  const errors = intended.flatMap(({ note }, i) => {
    const attack = attacks[attackOf[i]];
    if (!attack || note === null) return [];
    const off = (own: Sounded) => 100 * (pitchAt(own, own.onUs) - note);
    const nearest = attack.notes.reduce((a, b) => (Math.abs(off(b)) < Math.abs(off(a)) ? b : a));
    return [{ onset: off(nearest), after: 100 * (settledPitch(nearest) - note) }];
  });
  if (errors.length === 0) return null;
  const of = (values: readonly number[]) => ({
    median: median(values),
    p95: quantile(values.map(Math.abs), 0.95),
  });
  return { n: errors.length, onset: of(errors.map((e) => e.onset)), after: of(errors.map((e) => e.after)) };
}

function settledPitch(note: Sounded): number {
  const { onUs, offUs } = note;
  const fromUs = Math.min(onUs + SETTLED_US, (onUs + offUs) / 2);
  const looks = Math.min(MOST_LOOKS, 1 + Math.floor((offUs - fromUs) / LOOK_US));
  return median(Array.from({ length: looks }, (_, i) => pitchAt(note, fromUs + i * LOOK_US)));
}
