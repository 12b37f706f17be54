import { PHASES, type Phase } from './calibration';
import type { Quarter } from './quarters';

/** It rests where it stays so long between two changes, µs. (Common practice, no source.) */
const REST_US = 15_000;
/** Before the first change and after the last it rests at least so long, µs. */
const END_US = 200_000;
/** A phase in which it rests has this share of the time of the one that has most. (Common practice, no source.) */
const SHARE = 0.25;

/** Share of the time for which it rests, in each phase, in the order of a cycle. */
export function restedIn(began: Phase, quarters: readonly Quarter[]): { phase: Phase; share: number }[] {
  const us = new Map<Phase, number>(PHASES.map((phase) => [phase, 0]));
  const stay = (phase: Phase, forUs: number) => us.set(phase, us.get(phase)! + forUs);
  stay(began, END_US);
  quarters.forEach(({ tUs, phase }, i) => {
    const forUs = i + 1 < quarters.length ? quarters[i + 1].tUs - tUs : END_US;
    if (forUs >= REST_US) stay(phase, Math.min(forUs, END_US));
  });
  const all = PHASES.reduce((sum, phase) => sum + us.get(phase)!, 0);
  return PHASES.map((phase) => ({ phase, share: us.get(phase)! / all }));
}

/** The phases of rest: one a cycle, two that lie opposite, or all four. */
export function restsOf(rested: readonly { phase: Phase; share: number }[]): Phase[] {
  const most = rested.reduce((a, b) => (b.share > a.share ? b : a));
  const often = rested.filter(({ share }) => share >= SHARE * most.share).map(({ phase }) => phase);
  if (often.length >= 3) return [...PHASES];
  const opposite = PHASES[(PHASES.indexOf(most.phase) + 2) % 4];
  return often.includes(opposite)
    ? PHASES.filter((phase) => phase === most.phase || phase === opposite)
    : [most.phase];
}
