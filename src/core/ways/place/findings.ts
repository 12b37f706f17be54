import type { SensorJob } from '../../calibrate/report';
import type { Finding } from '../../findings/finding';
import type { PlacePoint } from './calibration';
import type { PlacedLane, PlaceModel } from './placed-lane';
import { residualsOf } from './residuals';
import { placeMap } from './map';

/** A residual that most people hear in mid range, cents (maker's handbook 4.7, from memory). */
const HEARD_CENTS = 6;
/** Reading further than this from what its sheet says, share of full scale. (Common practice, no source.) */
const OFF_SHEET = 0.05;
/** A dead end longer than this is said, share of the length. (Common practice, no source.) */
const DEAD_END = 0.03;

/** The inner mark without which the others agree best: its place in the map. */
function culpritOf(map: readonly PlacePoint[]): number {
  const without = map.slice(1, -1).map((_, i) => {
    const others = map.filter((__, k) => k !== i + 1);
    return residualsOf(others).reduce((most, r) => Math.max(most, Math.abs(r)), 0);
  });
  return without.indexOf(Math.min(...without)) + 1;
}

/** What is wrong with what is touched somewhere: marks that do not agree, counts too coarse, a sheet that does not fit, a dead end. */
export function placeFindings(
  job: SensorJob,
  lanes: readonly PlacedLane[],
  { mm, octaves, reads }: PlaceModel,
): Finding[] {
  const again = { says: 'Touch the marks again', cost: 'some seconds', redo: 'places' as const };
  return lanes.flatMap(({ record, residuals, touches }) => {
    const own = { sensor: job.sensor.id, lane: record.lane, cures: [again] };
    const worst = residuals.reduce((most, r) => Math.max(most, Math.abs(r)), 0);
    const found: Finding[] = [];
    if (worst * 1200 * octaves > 4 * HEARD_CENTS) {
      const at = culpritOf(record.map);
      const touch = touches.find((t) => Math.abs(t.level - record.map[at].count) < 1);
      found.push({
        ...own,
        code: 'marks-disagree',
        severity: 'doubt',
        evidence: touch && { take: touch.take, fromUs: touch.fromUs, toUs: touch.toUs },
        says: `The mark at ${(record.map[at].place * mm).toFixed(0)} mm lies ${(Math.abs(residuals[at - 1]) * mm).toFixed(1)} mm from where the others put it.`,
        causes: [
          'the finger lay beside the mark',
          'the marks are not where they were said to be',
          'the ribbon is worn there',
        ],
      });
    }
    const share = 2 ** job.board.bits - 1 || 1;
    const offSheet = Math.max(...record.map.map((p) => Math.abs(p.count / share - reads(p.place))));
    if (offSheet > OFF_SHEET)
      found.push({
        ...own,
        code: 'not-as-its-sheet',
        severity: 'note',
        says: `It reads up to ${Math.round(100 * offSheet)} % of full scale from what its sheet says; the map follows your touches.`,
        causes: [
          'length, resistance or pull-down were typed otherwise than they are',
          'it is wired the other way round',
        ],
      });
    const edge = placeMap(record.map)(
      record.rest + (record.map[0].count >= record.rest ? record.on : -record.on),
    );
    const dead = Math.min(edge, 1 - edge);
    if (dead > DEAD_END && dead < 0.5)
      found.push({
        ...own,
        code: 'dead-end',
        severity: 'note',
        says: `Nothing is told from untouched within ${(dead * mm).toFixed(0)} mm of the end that reads like it.`,
        causes: ['the pull-down is too strong', 'the noise while untouched is high'],
      });
    return found;
  });
}
