import { newInstrument } from '../instrument/create';
import type { Instrument } from '../instrument/document';
import type { Sensor } from '../instrument/sensor';
import { newSensor } from '../kinds/new-sensor';
import { findKind } from '../kinds/registry';

/** A wish: a kind of sensor, how many of them, and of how many lanes each. */
export interface Wish {
  kind: string;
  count?: number;
  lanes?: number;
  facts?: Record<string, number>;
  name?: string;
}

/** An id that is free among those that are taken: "pot", "pot-2". */
export function freeId(stem: string, taken: readonly string[]): string {
  for (let n = 1; ; n++) {
    const id = n === 1 ? stem : `${stem}-${n}`;
    if (!taken.includes(id)) return id;
  }
}

/** Sensors added to those that there are. @throws RangeError for a kind that is not known */
export function withWish(sensors: readonly Sensor[], board: string, wish: Wish): Sensor[] {
  const kind = findKind(wish.kind);
  if (!kind) throw new RangeError(`withWish: a kind is required, got ${wish.kind}`);
  const all = [...sensors];
  for (let i = 0; i < (wish.count ?? 1); i++) {
    const id = freeId(
      kind.id,
      all.map((s) => s.id),
    );
    const number = id.slice(kind.id.length).replace('-', ' ');
    const stem = wish.name ?? kind.name[0].toUpperCase() + kind.name.slice(1);
    const name = (stem + number).slice(0, 60);
    const made = newSensor(kind, id, name, board, wish.lanes ?? kind.lanes.least);
    all.push(wish.facts ? { ...made, facts: wish.facts } : made);
  }
  return all;
}

/** An instrument of nothing but wishes, on a board that has not told its pins yet. */
export function wished(id: string, name: string, at: string, wishes: readonly Wish[]): Instrument {
  const own = newInstrument(id, name, at);
  const board = own.boards[0].id;
  return { ...own, sensors: wishes.reduce<Sensor[]>((all, wish) => withWish(all, board, wish), []) };
}

/** Where makers begin: a family of instruments and what its player usually has at hand. */
export interface Beginning {
  id: string;
  name: string;
  says: string;
  wishes: readonly Wish[];
}

export const BEGINNINGS: readonly Beginning[] = [
  { id: 'one', name: 'One sensor', says: 'a breath gauge; the rest is added as you go', wishes: [] },
  {
    id: 'blown',
    name: 'Blown',
    says: 'breath, lip and touch keys',
    wishes: [
      { kind: 'breath-gauge' },
      { kind: 'lip-sensor' },
      { kind: 'touch-pads', lanes: 12 },
      { kind: 'bend-lever' },
    ],
  },
  {
    id: 'bellows',
    name: 'Bellows',
    says: 'pressure both ways and leaves to choose',
    wishes: [
      { kind: 'breath-gauge', facts: { perKpa: 0.125, offset: 0.5 } },
      { kind: 'touch-pads', lanes: 10 },
      { kind: 'force-pad' },
      { kind: 'switch' },
    ],
  },
  {
    id: 'keys',
    name: 'Keys',
    says: 'keys of two contacts, wheels and a pedal',
    wishes: [
      { kind: 'two-contact-keys', lanes: 25 },
      { kind: 'wheel', lanes: 2 },
      { kind: 'pedal' },
      { kind: 'foot-switch' },
    ],
  },
  {
    id: 'strips',
    name: 'Strips',
    says: 'ribbons on a neck, and something to pluck',
    wishes: [
      { kind: 'ribbon', count: 4 },
      { kind: 'strike-pads', lanes: 4 },
      { kind: 'encoder', lanes: 2 },
    ],
  },
  {
    id: 'pads',
    name: 'Pads',
    says: 'pads that are touched, and knobs',
    wishes: [
      { kind: 'touch-pads', lanes: 24 },
      { kind: 'pot', lanes: 4 },
    ],
  },
  {
    id: 'struck',
    name: 'Struck',
    says: 'pads or stones that are struck',
    wishes: [{ kind: 'strike-pads', lanes: 9 }, { kind: 'pedal' }, { kind: 'pot', lanes: 2 }],
  },
  {
    id: 'worn',
    name: 'Worn',
    says: 'tilt, bend and grip on the body',
    wishes: [{ kind: 'tilt' }, { kind: 'force-pad', count: 4 }, { kind: 'stick' }],
  },
  {
    id: 'foot',
    name: 'Foot',
    says: 'foot switches and a pedal',
    wishes: [{ kind: 'foot-switch', lanes: 4 }, { kind: 'pedal' }],
  },
];
