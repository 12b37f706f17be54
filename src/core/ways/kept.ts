import type { Calibration } from '../instrument/calibration';
import type { Typed } from '../instrument/measured';
import { wayOf } from './registry';

/** A calibration with what of the one before it stays: what is chosen, not measured, and what was typed and is to stay. */
export function withKept(before: Calibration | undefined, next: Calibration): Calibration {
  if (before?.is !== next.is) return next;
  const chosen = wayOf(next).chosen ?? [];
  const own = Object.entries(before).filter(([name]) => chosen.includes(name));
  return withTyped(before, { ...next, ...Object.fromEntries(own) });
}

/** As far as the new values leave room for them; what has none is marked as typed no more. */
function withTyped(before: Calibration, next: Calibration): Calibration {
  const way = wayOf(next);
  const stays = (before.typed ?? []).filter((t) => t.stays);
  if (stays.length === 0 || !way.typeable || !way.withTyped) return next;
  const was = way.typeable(before);
  const wanted = Object.fromEntries(
    stays.flatMap(({ value }) => (value in was ? [[value, was[value]]] : [])),
  );
  const kept = way.withTyped(next, wanted);
  const is = way.typeable(kept);
  return marked(
    kept,
    stays.filter(({ value }) => value in wanted && is[value] === was[value]),
  );
}

/** A calibration that a hand has changed, with what it has changed marked as typed. */
export function withMarks<C extends Calibration>(before: Calibration, after: C): C {
  const { typeable } = wayOf(after);
  if (before.is !== after.is || !typeable) return after;
  const [was, is] = [typeable(before), typeable(after)];
  const typed = (before.typed ?? []).filter(({ value }) => value in is);
  const more = Object.keys(is).filter(
    (value) => is[value] !== was[value] && !typed.some((t) => t.value === value),
  );
  return marked(after, [...typed, ...more.map((value) => ({ value }))]);
}

/** A calibration in which a typed value stays when it is measured again, or does not. */
export const withStaying = (c: Calibration, value: string, stays: boolean): Calibration => ({
  ...c,
  typed: c.typed?.map((t) => (t.value === value ? { ...t, stays } : t)),
});

const marked = <C extends Calibration>({ typed: _before, ...c }: C, typed: Typed[]): C =>
  ({ ...c, ...(typed.length > 0 ? { typed } : {}) }) as unknown as C;
