import type { SensorJob } from '../../calibrate/report';
import type { Finding } from '../../findings/finding';
import { placeMap } from '../place/map';
import type { SurfaceCalibration } from './calibration';
import type { Reached } from './reached';
import type { Spot } from './spots';
import type { SpotTouch } from './touched-spots';

/** A touch this far from its spot lies elsewhere, share of the length. (Common practice, no source.) */
const ELSEWHERE = 0.05;
/** Span of an axis under which little of the converter is used (maker's handbook, section 3). */
const POOR_USE = 0.25;

/** What is wrong with a surface: touches beside their spots, or axes that lean on each other; little of the converter; soft and loud not played. */
export function surfaceFindings(
  job: SensorJob,
  read: {
    calibration: SurfaceCalibration;
    touches: readonly SpotTouch[];
    spots: readonly Spot[];
    slid: { id: string; reached: readonly (Reached | null)[] } | null;
    soft: number;
    loud: number;
  },
): Finding[] {
  const { calibration, touches, spots, slid, soft, loud } = read;
  const sensor = job.sensor.id;
  const findings: Finding[] = [];
  calibration.lanes.forEach(({ lane, map }, axis) => {
    const at = placeMap(map);
    const off = touches.map((touch, i) =>
      Math.abs(at((axis === 0 ? touch.x : touch.y).level) - spots[i][axis]),
    );
    const worst = off.indexOf(Math.max(...off));
    if (off[worst] > ELSEWHERE) {
      const { take, fromUs, toUs } = touches[worst].x;
      findings.push({
        ...{ code: 'spots-disagree', severity: 'doubt', sensor, lane, evidence: { take, fromUs, toUs } },
        says: `Touch ${worst + 1} lies ${Math.round(100 * off[worst])} % of the length from its spot on ${lane}.`,
        causes: [
          'the finger lay beside the spot',
          'the axes lean on each other: the surface is not square to its wires',
        ],
        cures: [{ says: 'Touch the spots again', cost: 'some seconds', redo: 'places' }],
      });
    }
    const share = (map[map.length - 1].count - map[0].count) / (2 ** job.board.bits - 1);
    if (share < POOR_USE)
      findings.push({
        ...{ code: 'short-travel', severity: 'doubt', sensor, lane },
        says: `${lane} uses ${Math.round(100 * share)} % of the converter only.`,
        causes: ['a resistor stands in series with it', 'the spots lay near each other'],
        cures: [{ says: 'Touch the spots again', cost: 'some seconds', redo: 'places' }],
      });
  });
  slid?.reached.forEach((reached, axis) => {
    if (reached) return;
    const { lane } = calibration.lanes[axis];
    findings.push({
      ...{ code: 'edges-not-reached', severity: 'note', sensor, lane },
      says: `It was not slid along both edges of ${lane}: its ends are taken where the map has them.`,
      causes: ['the finger left the surface, or stayed away from an edge'],
      cures: [{ says: 'Slide once round along all four edges', cost: 'some seconds', redo: 'slide' }],
    });
  });
  if (soft === 0 || loud === 0) {
    const role = loud === 0 ? 'loud' : 'soft';
    findings.push({
      ...{ code: 'press-not-played', severity: 'doubt', sensor, lane: calibration.press.lane },
      says: `No ${role} touch was found: how hard it is played is taken from the others.`,
      causes: ['it was not played so'],
      cures: [
        {
          says: `Touch it ${role === 'loud' ? 'as hard as is comfortable' : 'as softly as you ever would'}`,
          cost: 'some seconds',
          redo: role,
        },
      ],
    });
  }
  return findings;
}
