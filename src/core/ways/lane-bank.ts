import type { Measured } from '../instrument/measured';
import type { Lane } from '../instrument/sensor';
import type { Way } from './way';

/** What of a way follows from its calibrations having a record a lane. */
export const laneBank = <C extends Measured & { is: string; lanes: { lane: string }[] }>(): Pick<
  Way<C>,
  'heardOneByOne' | 'knows' | 'ofLanes' | 'inCounts' | 'onlyWay' | 'closedAtRest'
> => ({
  inCounts: true,
  heardOneByOne: false,
  onlyWay: () => null,
  closedAtRest: () => false,
  knows: (c, lane) => c.lanes.some((l) => l.lane === lane),
  ofLanes: (c, lanes: readonly Lane[]) => {
    const own = c.lanes.filter((l) => lanes.some(({ id }) => id === l.lane));
    return own.length > 0 ? { ...c, lanes: own } : undefined;
  },
});

/** And what follows from its lanes being contacts that derive a column: no counts of a converter lie at rest, or move from it. */
export const edgeBank = <C extends Measured & { is: string; lanes: { lane: string }[] }>(): Pick<
  Way<C>,
  keyof ReturnType<typeof laneBank<C>> | 'strength' | 'restOf' | 'travelOf' | 'decisionMs' | 'movedSince'
> => ({
  ...laneBank<C>(),
  inCounts: false,
  heardOneByOne: true,
  strength: null,
  restOf: () => undefined,
  travelOf: () => undefined,
  decisionMs: () => 0,
  movedSince: () => null,
});
