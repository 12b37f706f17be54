/**
 * Flow through a bleed hole: Q = Cd·A·√(2ΔP/ρ), the orifice equation (e.g. Fletcher & Rossing, The Physics of
 * Musical Instruments), with Cd 0.6 and air at 1.2 kg/m³.
 * @param diameterMm hole, mm
 * @param kpa pressure across it, kPa, 0 or more
 * @returns litres a minute
 * @throws RangeError on a negative diameter or pressure
 */
export function bleedLitresPerMinute(diameterMm: number, kpa: number): number {
  if (!(diameterMm >= 0) || !(kpa >= 0))
    throw new RangeError(
      `bleedLitresPerMinute: diameter and pressure of 0 or more required, got ${diameterMm}, ${kpa}`,
    );
  const area = Math.PI * (diameterMm / 2000) ** 2;
  return 0.6 * area * Math.sqrt((2 * kpa * 1000) / 1.2) * 60_000;
}

/** How long a breath of so many litres lasts through the hole, seconds. Infinite at no flow. */
export const phraseSeconds = (litres: number, diameterMm: number, kpa: number): number =>
  (litres * 60) / bleedLitresPerMinute(diameterMm, kpa);
