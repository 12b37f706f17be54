import { newInstrument } from '../instrument/create';
import type { Instrument } from '../instrument/document';
import type { Sensor } from '../instrument/sensor';
import { freshSensor } from '../kinds/new-sensor';
import { findKind } from '../kinds/registry';

/** A wish: a kind of sensor, how many of them, and of how many lanes each. */
export interface Wish {
  kind: string;
  count?: number;
  lanes?: number;
  facts?: Record<string, number>;
  name?: string;
}

/** Sensors added to those that there are. @throws RangeError for a kind that is not known */
export function withWish(sensors: readonly Sensor[], board: string, wish: Wish): Sensor[] {
  const kind = findKind(wish.kind);
  if (!kind) throw new RangeError(`withWish: a kind is required, got ${wish.kind}`);
  const all = [...sensors];
  for (let i = 0; i < (wish.count ?? 1); i++) {
    const named = wish.name ?? kind.name[0].toUpperCase() + kind.name.slice(1);
    const name = (number: string) => [named, number].filter(Boolean).join(' ');
    const made = freshSensor(kind, kind.id, name, board, wish.lanes ?? kind.lanes.least, all);
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
