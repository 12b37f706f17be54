import type { LaneFrames } from '../../calibrate/lane-frames';
import type { Picture } from '../../calibrate/picture';
import type { Standstill } from '../../calibrate/standstills';
import { median } from '../../signal/quantile';
import { round } from '../../units/round';
import type { LevelLane } from './calibration';

/** A lane that a spring brings back, and where it came to rest. */
export interface ReturnedLane {
  frames: LaneFrames;
  returns: (Standstill & { take: string })[];
  record: LevelLane | null;
}

/** Where one axis came back to while the other was pushed this many dead zones away, is not shown. */
const FIELD = 5;

/** Where it comes back to: two axes as a field; else each lane against its dead zone. */
export const returningPictures = (lanes: readonly ReturnedLane[]): Picture[] =>
  lanes.length === 2 ? [fieldOf(lanes[0], lanes[1])] : lanes.map(againstDeadZone);

/** Both axes where either came to rest, in the dead zone of both. */
function fieldOf(x: ReturnedLane, y: ReturnedLane): Picture {
  const ends = ({ record }: ReturnedLane) => [-record!.up.dead, record!.up.dead];
  const [[left, right], [bottom, top]] = [ends(x), ends(y)];
  const at = ({ frames, record }: ReturnedLane, { take, from, to }: ReturnedLane['returns'][0]) => {
    const { counts } = frames.played.find((t) => t.take === take)!;
    return round(median(counts.subarray(from, to + 1)) - record!.rest, 1);
  };
  return {
    lane: `${x.record!.lane}, ${y.record!.lane}`,
    title: 'Where it comes back to',
    x: { label: `${x.record!.lane} from the middle`, unit: 'counts' },
    y: { label: `${y.record!.lane} from the middle`, unit: 'counts' },
    lines: [
      {
        name: 'returns',
        dots: true,
        points: [...x.returns, ...y.returns]
          .map((back): [number, number] => [at(x, back), at(y, back)])
          .filter(([across, along]) => Math.abs(across) < FIELD * right && Math.abs(along) < FIELD * top),
      },
      {
        name: 'dead zone',
        points: [
          [left, bottom],
          [right, bottom],
          [right, top],
          [left, top],
          [left, bottom],
        ],
      },
    ],
    marks: [],
  };
}

/** Where it came back to, against the dead zone. */
const againstDeadZone = ({ returns, record }: ReturnedLane): Picture => {
  const { lane, rest, up } = record!;
  const sorted = returns.map(({ level }) => level - rest).sort((a, b) => a - b);
  return {
    lane,
    title: 'Where it comes back to',
    x: { label: 'from the middle', unit: 'counts' },
    y: { label: 'returns so far', unit: '%' },
    lines: [
      {
        name: 'returns',
        dots: true,
        points: sorted.map((r, i): [number, number] => [
          round(r, 1),
          round((100 * (i + 1)) / sorted.length, 0),
        ]),
      },
    ],
    marks: [
      { x: -up.dead, label: 'dead zone' },
      { x: up.dead, label: 'dead zone' },
    ],
  };
};
