import { laneBank } from '../lane-bank';
import { laneFaults } from '../lane-records';
import { movedLanes } from '../moved-lanes';
import { PLANNED } from '../planned';
import type { Way } from '../way';
import { PlaceCalibration, PlaceLane, PlacePoint } from './calibration';
import { placeLane, placeLevel } from './lane-level';

/** Rest has moved where it did by more than this many σ and this many counts. (Common practice, no source.) */
const NOISES = 4;
const COUNTS = 3;

/** Where a lane is touched, and whether it is. */
export const place: Way<PlaceCalibration> = {
  ...laneBank<PlaceCalibration>(),
  is: 'place',
  alone: true,
  document: PlaceCalibration,
  records: [PlaceLane, PlacePoint],
  strength: null,
  chosen: ['spacing'],
  completed: (plain) => ({ spacing: 'equal', ...plain }),
  faults: (c, sensor, path, fullScale) => [
    ...laneFaults(c.lanes, sensor, path),
    ...c.lanes.flatMap((lane, i) => recordFaults(lane, `${path}.lanes.${i}`, fullScale)),
  ],
  levelOf: placeLevel,
  restOf: (c, lane) => placeLane(c, lane)?.rest,
  travelOf: (c, lane) => {
    const own = placeLane(c, lane);
    return own && Math.max(...own.map.map(({ count }) => Math.abs(count - own.rest)));
  },
  onlyWay: () => 1,
  decisionMs: () => 0,
  movedSince: (c, lanes, rests) =>
    movedLanes(lanes, rests, (lane, rest) => {
      const own = placeLane(c, lane);
      return own !== undefined && Math.abs(rest - own.rest) > Math.max(COUNTS, NOISES * own.noise);
    }),
  planned: (lanes, top) => ({
    ...{ is: 'place', spacing: 'equal', ...PLANNED },
    lanes: lanes.map((lane) => ({
      ...{ lane, rest: 0, noise: 1, on: top >> 5, off: top >> 6, touchedNoise: 1, drop: 0.02, settle: 2 },
      map: [
        { count: top >> 4, place: 0 },
        { count: top - (top >> 4), place: 1 },
      ],
    })),
  }),
};

function recordFaults({ on, off, map }: PlaceLane, path: string, fullScale: number) {
  if (off >= on) return [{ path: `${path}.off`, says: `must lie below on (${on}), got ${off}` }];
  return mapFaults(map, `${path}.map`, fullScale);
}

/** Counts must rise, and places rise or fall, all along. @param path of the map */
export function mapFaults(map: PlaceLane['map'], path: string, fullScale: number) {
  const way = Math.sign(map[map.length - 1].place - map[0].place);
  const wrong = map.findIndex(
    ({ count, place: at }, i) =>
      count > fullScale || (i > 0 && (count <= map[i - 1].count || Math.sign(at - map[i - 1].place) !== way)),
  );
  if (way !== 0 && wrong < 0) return [];
  return [
    {
      path: `${path}.${Math.max(0, wrong)}`,
      says: `counts must rise within 0 … ${fullScale}, and places rise or fall all along`,
    },
  ];
}
