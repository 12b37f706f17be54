import type { Onset } from '../../calibrate/onset';
import type { Sensor } from '../../instrument/sensor';
import type { Frames, Take } from '../../signal/take';
import type { PairCalibration } from './calibration';
import { movesOf } from './contact-moves';
import { strokesOf } from './strokes';

/** The strokes of two-contact keys in a take: each rises as its first contact leaves, and is struck as the second does. */
export function pairOnsets(sensor: Sensor, c: PairCalibration, take: Frames): Onset[] {
  const { edges, tUs } = take;
  if (!edges) return [];
  const endUs = Math.max(tUs.length > 0 ? tUs[tUs.length - 1] : 0, edges.tUs.at(-1) ?? 0);
  return sensor.lanes.flatMap(({ id, contacts: [a = '', b = ''] = [] }) => {
    const record = c.lanes.find(({ lane }) => lane === id);
    if (!record) return [];
    const rests = (record.order ?? c.order).split('-').map((does) => does === 'break');
    const [restA, restB] = record.swapped ? [rests[1], rests[0]] : rests;
    const moves = [movesOf(edges, a, restA), movesOf(edges, b, restB)] as const;
    const { strokes } = strokesOf({ ...take, id: '', role: 'medium' } as Take, moves);
    return strokes.map(({ tUs: riseUs, us, first }) => {
      const back = moves[first].moves.find((move) => !move.left && move.tUs > riseUs);
      return {
        lane: id,
        riseUs,
        crossedUs: riseUs + us,
        seenUs: riseUs + us,
        toUs: back?.tUs ?? endUs,
        peak: NaN,
      };
    });
  });
}
