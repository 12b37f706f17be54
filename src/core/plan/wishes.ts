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
