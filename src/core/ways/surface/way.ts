import { laneBank } from '../lane-bank';
import { movedLanes } from '../moved-lanes';
import { PLANNED } from '../planned';
import type { Way } from '../way';
import { mapFaults } from '../place/way';
import { SurfaceAxis, SurfaceCalibration, SurfacePress } from './calibration';
import { surfaceLevel } from './lane-level';

/** Rest has moved where it did by more than this many σ and this many counts. (Common practice, no source.) */
const NOISES = 4;
const COUNTS = 3;

const lanesOf = ({ lanes, press }: SurfaceCalibration): string[] => [
  ...lanes.map(({ lane }) => lane),
  press.lane,
];

/** Where a surface is touched, both ways, and how hard. */
export const surface: Way<SurfaceCalibration> = {
  ...laneBank<SurfaceCalibration>(),
  is: 'surface',
  document: SurfaceCalibration,
  records: [SurfaceAxis, SurfacePress],
  strength: null,
  heardOneByOne: true,
  knows: (c, lane) => lanesOf(c).includes(lane),
  // A surface of fewer is none.
  ofLanes: (c, lanes) => (lanesOf(c).every((own) => lanes.some(({ id }) => id === own)) ? c : undefined),
  faults: (c, sensor, path, fullScale) => {
    const wrong = lanesOf(c).findIndex((lane, i) => lane !== sensor.lanes[i]?.id);
    const { on, off, reach } = c.press;
    return [
      ...(wrong < 0
        ? []
        : [
            {
              path: `${path}.lanes`,
              says: `must be ${sensor.lanes.map(({ id }) => id).join(', ')}, in this order`,
            },
          ]),
      ...(off < on ? [] : [{ path: `${path}.press.off`, says: `must lie below on (${on}), got ${off}` }]),
      ...(on < reach
        ? []
        : [{ path: `${path}.press.reach`, says: `must lie beyond on (${on}), got ${reach}` }]),
      ...c.lanes.flatMap(({ map }, i) => mapFaults(map, `${path}.lanes.${i}.map`, fullScale)),
    ];
  },
  levelOf: surfaceLevel,
  restOf: (c, lane) =>
    lane === c.press.lane ? c.press.rest : c.lanes.find((l) => l.lane === lane)?.map[0].count,
  travelOf: (c, lane) => {
    if (lane === c.press.lane) return c.press.reach;
    const map = c.lanes.find((l) => l.lane === lane)?.map;
    return map && map[map.length - 1].count - map[0].count;
  },
  onlyWay: () => 1,
  decisionMs: () => 0,
  movedSince: (c, lanes, rests) =>
    movedLanes(lanes, rests, (lane, rest) => {
      const { press } = c;
      return lane === press.lane && Math.abs(rest - press.rest) > Math.max(COUNTS, NOISES * press.noise);
    }),
  planned: (lanes, top) => ({
    ...{ is: 'surface', polarity: 'rising', settle: 4, ...PLANNED },
    lanes: lanes.slice(0, 2).map((lane) => ({
      ...{ lane, touchedNoise: 1 },
      map: [
        { count: top >> 4, place: 0 },
        { count: top - (top >> 4), place: 1 },
      ],
    })),
    press: { lane: lanes[2], rest: 0, noise: 1, on: top >> 5, off: top >> 6, reach: top - (top >> 3) },
  }),
};
