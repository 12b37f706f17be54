import type { Role } from '../signal/take';
import type { Interval } from '../signal/interval';
import { countInterval, shareInterval } from '../signal/interval';
import type { Proved } from './proved';
import { REST_TRIAL } from './trial-rest';

/** One prompt of a trial: what is asked, in words, and for how long. */
export interface TrialStep {
  /** What a practice board's player does meanwhile, and what is meant by it. */
  role: Role;
  seconds: number;
  says: string;
}

/** What hands can do, to prove an instrument and to practise on it. */
export interface Trial {
  id: string;
  name: string;
  says: string;
  steps: readonly TrialStep[];
  /** Whether every sensor is played, or the chosen one. */
  all?: true;
}

/** Trials in order; the steps go on by themselves, hands stay on the instrument. */
export const TRIALS: readonly Trial[] = [
  {
    ...{ id: REST_TRIAL, name: 'A minute of rest', says: 'nothing may sound' },
    steps: [{ role: 'rest', seconds: 60, says: 'Hands off. Nothing may sound.' }],
  },
  {
    ...{ id: 'repeated', name: 'Faster and faster', says: 'one note repeated, as fast as it answers' },
    steps: [
      { role: 'medium', seconds: 6, says: 'Repeat one note, calmly.' },
      { role: 'repeated', seconds: 8, says: 'Faster and faster.' },
    ],
  },
  {
    ...{ id: 'ladder', name: 'A ladder of dynamics', says: 'soft, medium, loud' },
    steps: [
      { role: 'soft', seconds: 8, says: 'As softly as you ever would.' },
      { role: 'medium', seconds: 7, says: 'As usual.' },
      { role: 'loud', seconds: 6, says: 'Loud, but not as loud as you can.' },
    ],
  },
  {
    ...{ id: 'scale', name: 'A scale, up and down', says: 'every note, evenly' },
    steps: [{ role: 'medium', seconds: 16, says: 'A scale up and down, evenly.' }],
  },
  {
    ...{ id: 'pairs', name: 'Slurred and tongued pairs', says: 'two notes joined, then parted' },
    steps: [
      { role: 'medium', seconds: 8, says: 'Two notes slurred; again and again.' },
      { role: 'medium', seconds: 8, says: 'The same two, each begun anew.' },
    ],
  },
  {
    ...{ id: 'slide', name: 'A slide to a pitch', says: 'from below, and stay there' },
    steps: [{ role: 'slide', seconds: 12, says: 'Slide to a pitch, and stay on it.' }],
  },
  {
    ...{ id: 'trills', name: 'Trills', says: 'two notes by turns' },
    steps: [{ role: 'repeated', seconds: 12, says: 'A trill: let go, and again.' }],
  },
  {
    ...{ id: 'all', name: 'All inputs at once', says: 'whatever there is, together', all: true as const },
    steps: [{ role: 'medium', seconds: 12, says: 'Play everything at once.' }],
  },
];

/** What a trial came to. */
export interface TrialScore {
  /** Share of gestures and notes that were right, 0 … 1; of rest, phantom notes a minute. */
  score: number;
  interval: Interval;
  /** Of how many; at rest, phantom notes. */
  of: number;
  wrong: number;
}

/**
 * A trial's plain score: of rest how many notes a minute nobody played; else the share of gestures that one right note answers, notes that
 * nobody played counted against it.
 * @returns null where nothing was played
 */
export function scoreOf(trial: Pick<Trial, 'id'>, { intended, moments, seconds }: Proved): TrialScore | null {
  if (trial.id === REST_TRIAL) {
    const n = moments.filter(({ is }) => is === 'phantom').length + intended.length;
    const minutes = Math.max(1, seconds) / 60;
    const { low, high } = countInterval(n);
    return { score: n / minutes, interval: { low: low / minutes, high: high / minutes }, of: n, wrong: n };
  }
  const bad = new Set(moments.flatMap(({ intended: place }) => place ?? []));
  const extra = moments.filter(({ intended: place }) => place === null).length;
  const of = intended.length + extra;
  if (of === 0) return null;
  const right = intended.length - bad.size;
  return { score: right / of, interval: shareInterval(right, of), of, wrong: of - right };
}
