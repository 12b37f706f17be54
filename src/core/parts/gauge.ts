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
