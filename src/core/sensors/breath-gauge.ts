import type { SensorKind } from './kinds';

/** A pressure gauge fed by the breath or a bellows; one-sided, or with a middle rest where it is differential. */
export const breathGauge = {
  id: 'breath-gauge',
  name: 'breath gauge',
  family: 'breath',
  verb: 'blow',
  gesture: 'breath',
  gestures: 'breaths',
  care: 'Do not force the breath; rest between loud takes and stop if you feel dizzy. With a heart, lung, eye or ear condition, ask a doctor first. A mouthpiece is one player’s: food-safe, washed and dried.',
} as const satisfies SensorKind;

/**
 * Linear gauge, from its sheet: volts = supply × (perKpa · pressure + offset).
 * @param kpa gauge pressure, kPa (negative when drawn)
 * @returns converter counts, not rounded, not clamped; full scale (2^bits) is the supply
 */
export function countsFromKpa(
  kpa: number,
  sheet: { perKpa: number; offset: number },
  board: { bits: number },
): number {
  return (sheet.perKpa * kpa + sheet.offset) * 2 ** board.bits;
}

/** Inverse of {@link countsFromKpa}: kPa from counts. */
export function kpaFromCounts(
  counts: number,
  sheet: { perKpa: number; offset: number },
  board: { bits: number },
): number {
  return (counts / 2 ** board.bits - sheet.offset) / sheet.perKpa;
}
