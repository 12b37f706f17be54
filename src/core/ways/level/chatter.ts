import type { LaneLevel } from './lane-level';
import type { Role } from '../../signal/take';
import { openingsOf, type Gate } from './attack';
import { gatesOf } from './choice';
import { openingsInEngine } from './replay';
import { distancesOf } from '../../calibrate/distances';
import type { PlayedTake } from '../../calibrate/played-take';

/** A take of single gestures as one side of rest sees it: distances from the whole-count rest. */
export interface SingleTake {
  tUs: ArrayLike<number>;
  distances: Int32Array;
  /** Peak of each gesture on this side. */
  peaks: number[];
}

/** Takes of single gestures; in the others (repeated, sweep, hold, release) one gesture may well open a gate twice. */
const SINGLE: readonly Role[] = ['soft', 'medium', 'loud', 'full'];

const isSingle = ({ role }: PlayedTake): boolean => SINGLE.includes(role);

/** The takes of single gestures, seen from one side of rest. @param sign 1 above rest, −1 below */
export function singlesOf(played: readonly PlayedTake[], whole: number, sign: 1 | -1): SingleTake[] {
  return played.filter(isSingle).map((take) => ({
    tUs: take.tUs,
    distances: distancesOf(take.counts, whole, sign),
    peaks: take.gestures.filter((g) => g.sign === sign).map((g) => sign * (g.peak - whole)),
  }));
}

/** Openings of a gate (distances) beyond one for each gesture that reached "on". */
export function chatterOfGate(singles: readonly SingleTake[], gate: Gate): number {
  return singles.reduce((sum, { tUs, distances, peaks }) => {
    const heard = peaks.filter((p) => p >= gate.on).length;
    return sum + Math.max(0, openingsOf(tUs, distances, gate, 0).length - heard);
  }, 0);
}

/** The same for a lane, both sides together: for searching. What is reported is counted in the engine. */
export const chatterOf = (played: readonly PlayedTake[], level: LaneLevel): number =>
  gatesOf(level).reduce(
    (sum, gate) => sum + chatterOfGate(singlesOf(played, Math.round(level.rest), gate.sign), gate),
    0,
  );

/** The same, as the engine plays the takes. */
export const chatterInEngine = (played: readonly PlayedTake[], level: LaneLevel): number =>
  played.filter(isSingle).reduce((sum, take) => {
    const opened = openingsInEngine(level, take);
    const beyond = gatesOf(level).map((gate, i) => Math.max(0, opened[i] - heardBy(gate, take, level)));
    return sum + beyond.reduce((a, b) => a + b, 0);
  }, 0);

const heardBy = ({ on, sign }: Gate & { sign: 1 | -1 }, { gestures }: PlayedTake, { rest }: LaneLevel) =>
  gestures.filter((g) => g.sign === sign && sign * (g.peak - Math.round(rest)) >= on).length;
