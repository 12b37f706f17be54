import { columnsOf, contactsOf } from '../instrument/access';
import type { Instrument } from '../instrument/document';
import { random, type Random } from '../signal/random';
import type { Edges, Frames } from '../signal/take';
import { randomInstrument } from './random-instruments';
import { randomTake } from './random-takes';

/** For tests: a random instrument whose board has a button that measures rest and reach. */
export function randomWithButton(seed: number): Instrument {
  const instrument = randomInstrument(seed);
  const button = {
    ...{ id: 'button', name: 'Button', kind: 'switch', board: 'board', responses: [] },
    lanes: [{ id: 'button', contacts: ['button'] }],
  };
  const [board, ...others] = instrument.boards;
  return {
    ...instrument,
    boards: [{ ...board, button: 'button' }, ...others],
    sensors: [...instrument.sensors, button],
  };
}

/** A stretch of a column, counts: where it rests, how far it is played from there, and when that begins, µs. */
interface Part {
  rest: number;
  far: number;
  playedUs: number;
}

/**
 * For tests: a random take in which the button is pressed now and then; while it is held, all that it measures rests, and is then played, or a few lanes only; some
 * presses are too short, some rests have moved far, some playing is too soft.
 */
export function randomButtonTake(instrument: Instrument, frames: number, seed: number): Frames {
  const r = random(seed);
  const take = randomTake(instrument, frames, seed);
  const { tUs, counts, channels } = take;
  const contacts = contactsOf(instrument);
  const button = contacts.indexOf('button');
  const presses: [number, number, number][] = [];
  const columns = measured(instrument);
  const period = (tUs[frames - 1] - tUs[0]) / frames;
  const lookUs = Math.max(560_000, 34 * period) + 200_000;
  for (let at = tUs[0] + 400_000; at < tUs[frames - 1]; at += r.between(1.2, 3) * lookUs) {
    const heldUs = (r.next() < 0.2 ? r.between(0, 1) : r.between(1.2, 2)) * lookUs;
    const wild = r.next() < 0.3;
    const parts = columns.map((own) => partOf(r, own, at + lookUs, wild));
    for (let i = 0; i < frames; i++)
      if (tUs[i] > at && tUs[i] < at + heldUs)
        parts.forEach(({ rest, far, playedUs }, c) => {
          const count = tUs[i] < playedUs ? rest : rest + far * Math.min(1, (tUs[i] - playedUs) / 100_000);
          const top = 2 ** instrument.boards[0].bits - 1;
          const place = i * channels.length + columns[c].column;
          counts[place] = Math.min(top, Math.max(0, Math.round(count + (r.next() < 0.2 ? 1 : 0))));
        });
    presses.push([at, button, 1], [at + heldUs, button, 0]);
    if (r.next() < 0.3) presses.push([at + heldUs + 2000, button, 1], [at + heldUs + 5000, button, 0]);
    at += heldUs;
  }
  return { ...take, edges: withEdges(contacts, take.edges, presses) };
}

function measured(instrument: Instrument) {
  const columns = columnsOf(instrument);
  return instrument.sensors.flatMap(({ calibration: c, lanes }) =>
    lanes.flatMap(({ id, column }) => {
      if (!column) return [];
      const place = columns.indexOf(column);
      const sign = c && 'polarity' in c && c.polarity === 'falling' ? -1 : 1;
      if (c?.is === 'level') {
        const own = c.lanes.find((l) => l.lane === id);
        return own ? [{ column: place, sign, rest: own.rest, ...own.up }] : [];
      }
      if (c?.is !== 'touch') return [];
      const own = c.lanes.find((l) => l.lane === id)!;
      const reach = Math.abs(own.touched - own.untouched);
      return [{ column: place, sign, rest: own.untouched, on: own.on, dead: 0, reach }];
    }),
  );
}

function partOf(
  r: Random,
  { rest, sign, on, dead, reach }: ReturnType<typeof measured>[0],
  playedUs: number,
  wild: boolean,
): Part {
  const moved = wild && r.next() < 0.2 ? r.between(-1, 1) * reach : r.between(-0.2, 0.2) * on;
  const least = Math.max(2.1 * on, 1.1 * dead, 0.6 * reach);
  const far = wild && r.next() < 0.2 ? r.between(-reach, 2 * on) : least * r.between(1, 1.5);
  return { rest: rest + moved, far: r.next() < 0.7 ? sign * far : 0, playedUs };
}

function withEdges(contacts: string[], edges: Edges | undefined, more: [number, number, number][]): Edges {
  const before = edges
    ? Array.from(
        edges.tUs,
        (t, i) => [t, edges.contact[i], edges.closed[i]] as [number, number, number],
      ).filter(([, contact]) => contacts[contact] !== 'button')
    : [];
  const all = [...before, ...more].sort(([a], [b]) => a - b);
  return {
    contacts,
    tUs: Float64Array.from(all, ([t]) => t),
    contact: Uint16Array.from(all, ([, contact]) => contact),
    closed: Uint8Array.from(all, ([, , closed]) => closed),
  };
}
