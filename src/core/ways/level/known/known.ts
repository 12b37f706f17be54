import type { Picture } from '../../../calibrate/picture';
import type { LevelTake } from '../../../calibrate/played-take';
import type { Finding } from '../../../findings/finding';
import { round } from '../../../units/round';
import { countAt, type LaneLevel } from '../lane-level';
import type { LevelJob } from '../report';
import { contradicts, loadsMissing, lightestUnseen, sheetDiffers, slackens, type LoadsAre } from './findings';
import { heldLoads } from './held-loads';
import {
  creepOf,
  countOfNewtons,
  forceScale,
  hysteresisOf,
  newtonsAt,
  pressureScale,
  type Scale,
} from './scale';
import { knownPicture } from './picture';
import type { KnownReadings } from './readings';
import { GUIDED_PRESSURES, GUIDED_WEIGHTS } from './steps';

/** What gives a lane its units, if anything was weighed, with what was found on the way. */
export interface Known {
  record: Pick<LaneLevel, 'force' | 'pressure'>;
  readings: KnownReadings | null;
  findings: Omit<Finding, 'sensor'>[];
  pictures: Picture[];
}

const NOTHING: Known = { record: {}, readings: null, findings: [], pictures: [] };

/** Known loads that a take asks for: its own, else those of the guided run. */
function valuesOf(take: LevelTake, guided: LoadsAre): { is: LoadsAre; values: readonly number[] } {
  if (take.pressures) return { is: 'pressures', values: take.pressures };
  if (take.weights) return { is: 'weights', values: take.weights };
  return { is: guided, values: guided === 'weights' ? GUIDED_WEIGHTS : GUIDED_PRESSURES };
}

/**
 * Reads the known weights or pressures that were applied to a lane.
 * @param restCount, noise of its rest take
 */
export function knownOf(
  { takes, bits, loads: guided = 'weights', sheet }: LevelJob,
  level: LaneLevel,
  restCount: number,
  noise: number,
): Known {
  const take = takes.find((t) => t.role === 'weights');
  if (!take) return NOTHING;
  const { is, values } = valuesOf(take, guided);
  const held = heldLoads(take, values, restCount, noise);
  if (!Array.isArray(held)) return { ...NOTHING, findings: [loadsMissing(take, is, values, held)] };
  const falling = level.polarity === 'falling';
  const unseen = lightestUnseen(take, is, values, held.length);
  const hysteresis = hysteresisOf(held, restCount);
  const read = <L extends { residual: number }>(
    scale: Scale<L> | null,
    unit: KnownReadings['unit'],
    record: (law: L) => Known['record'],
    inUnit: (law: L, count: number) => number,
    countOf: (law: L, value: number) => number,
  ): Known => {
    const wrong = contradicts(take, is, scale);
    if (!scale || wrong.some(({ severity }) => severity === 'fault'))
      return { ...NOTHING, findings: [...wrong, ...unseen] };
    const { law, loads } = scale;
    return {
      record: record(law),
      readings: {
        unit,
        loads: loads.map(({ is, reads, count, from }) => ({
          is: round(is, 4),
          reads: round(reads, 4),
          count,
          from,
        })),
        residual: law.residual,
        hysteresis: hysteresis && round(hysteresis.share, 4),
        creep: round(creepOf(held, restCount), 4),
        atReach: round(inUnit(law, countAt(level, level.up.reach)), 3),
      },
      findings: [...wrong, ...unseen, ...slackens(take, is, hysteresis)],
      pictures: [knownPicture(level.lane, unit, loads, (value) => countOf(law, value))],
    };
  };
  if (is === 'weights')
    return read(
      forceScale(held, bits, falling),
      'N',
      (force) => ({ force }),
      (law, count) => newtonsAt(law, count, bits, falling),
      (law, newtons) => countOfNewtons(law, newtons, bits, falling),
    );
  const known = read(
    pressureScale(held, bits, restCount),
    'kPa',
    (pressure) => ({ pressure }),
    ({ perKpa, offset }, count) => (count / 2 ** bits - offset) / perKpa,
    ({ perKpa, offset }, kpa) => 2 ** bits * (perKpa * kpa + offset),
  );
  return { ...known, findings: [...known.findings, ...sheetDiffers(take, known.record.pressure, sheet)] };
}
