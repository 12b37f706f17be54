import type { Picture } from '../../../calibrate/picture';
import type { LevelTake } from '../../../calibrate/played-take';
import type { Finding } from '../../../findings/finding';
import { round } from '../../../units/round';
import { countAt, type LaneLevel } from '../lane-level';
import type { LevelJob } from '../report';
import { contradicts, loadsMissing, lightestUnseen, sheetDiffers, slackens, type LoadsAre } from './findings';
import { heldLoads } from './held-loads';
import { creepOf, forceScale, hysteresisOf, pressureScale } from './scale';
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
  const scale =
    is === 'weights'
      ? forceScale(held, bits, level.polarity === 'falling')
      : pressureScale(held, bits, restCount);
  const wrong = [...contradicts(take, is, scale), ...lightestUnseen(take, is, values, held.length)];
  if (!scale || wrong.some(({ severity }) => severity === 'fault')) return { ...NOTHING, findings: wrong };
  const hysteresis = hysteresisOf(held, restCount);
  const { unit, record, loads, residual, inUnit, countOf } = scale;
  return {
    record,
    readings: {
      ...{ unit, residual },
      loads: loads.map(({ is: own, reads, count, from }) => ({
        ...{ is: round(own, 4), reads: round(reads, 4), count, from },
      })),
      hysteresis: hysteresis && round(hysteresis.share, 4),
      creep: round(creepOf(held, restCount), 4),
      atReach: round(inUnit(countAt(level, level.up.reach)), 3),
    },
    findings: [...wrong, ...slackens(take, is, hysteresis), ...sheetDiffers(take, record.pressure, sheet)],
    pictures: [knownPicture(level.lane, unit, loads, countOf)],
  };
}
