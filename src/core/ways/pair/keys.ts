import type { SensorJob } from '../../calibrate/report';
import type { Lane } from '../../instrument/sensor';
import type { Take } from '../../signal/take';
import type { Order } from './calibration';
import { movesOf } from './contact-moves';
import type { PlayedKey } from './played-key';
import { strokesOf } from './strokes';

/** What each key did in takes with edges: its order is found, not asked. */
export const keysOf = (job: SensorJob): PlayedKey[] => {
  const takes = job.takes.filter(({ edges }) => edges && edges.tUs.length > 0);
  return job.sensor.lanes.map((lane) => keyOf(takes, lane));
};

function keyOf(takes: readonly Take[], lane: Lane): PlayedKey {
  const [a = '', b = ''] = lane.contacts ?? [];
  const rests: PlayedKey['rests'] = [restOf(takes, a), restOf(takes, b)];
  const moves = takes.map(
    ({ edges }) => [movesOf(edges!, a, rests[0]), movesOf(edges!, b, rests[1])] as const,
  );
  const found = takes.map((take, i) => strokesOf(take, moves[i]));
  const strokes = found.flatMap((f) => f.strokes);
  // Two that changed at the same look say nothing of which came first.
  const told = strokes.filter(({ us }) => us > 0);
  const swapped = 2 * told.filter(({ first }) => first === 1).length > told.length;
  return {
    ...{ lane, rests, strokes, swapped },
    alone: [
      found.reduce((n, f) => n + f.alone[0].length, 0),
      found.reduce((n, f) => n + f.alone[1].length, 0),
    ],
    bouncesMs: moves.flatMap((m) => m.flatMap((contact) => contact.bouncesMs)),
    order: strokes.length === 0 ? null : orderOf(rests, swapped),
  };
}

/** What a contact is before its first change, in most takes. */
function restOf(takes: readonly Take[], contact: string): boolean | null {
  const before = takes.flatMap(({ edges }) => movesOf(edges!, contact, null).wasClosed ?? []);
  return before.length === 0 ? null : 2 * before.filter(Boolean).length > before.length;
}

function orderOf(rests: PlayedKey['rests'], swapped: boolean): Order {
  const [first, second] = swapped ? [rests[1], rests[0]] : rests;
  return `${first ? 'break' : 'make'}-${second ? 'break' : 'make'}`;
}
