import type { Sensor } from '../../../instrument/sensor';
import { newtonsOfGrams } from '../../../parts/force-law';
import { KPA_PER } from '../../../parts/pressures';
import { kpaFromCounts } from '../../../parts/gauge';
import { laneLevel } from '../lane-level';
import { newtonsAt } from './scale';

/** A pressure in the units that makers use. */
export const pressureWords = (kpa: number): string =>
  `${fixed(kpa, 2)} kPa, ${fixed(kpa / KPA_PER.psi, 2)} psi, ${fixed(kpa / KPA_PER.cmH2O, 1)} cmH₂O`;

/** A count in units, by what known weights or pressures said of a lane; undefined where there were none. @param lane its place in the sensor */
export function knownWords(
  { calibration: c, lanes }: Sensor,
  lane: number,
  count: number,
  bits: number,
): string | undefined {
  const level = c?.is === 'level' ? laneLevel(c, lanes[lane]?.id) : undefined;
  if (level?.pressure) {
    return pressureWords(kpaFromCounts(count, level.pressure, { bits }));
  }
  if (!level?.force) return undefined;
  const newtons = newtonsAt(level.force, count, bits, level.polarity === 'falling');
  return Number.isFinite(newtons)
    ? `${fixed(newtons, 2)} N, what ${fixed(newtons / newtonsOfGrams(1), 0)} g weigh`
    : undefined;
}

/** Without a sign where nothing is left of the value. */
const fixed = (value: number, digits: number): string => (Number(value.toFixed(digits)) + 0).toFixed(digits);
