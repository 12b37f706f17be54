import { GESTURE_FAMILIES, type Kind } from './kind';
import { findKind, kindIds } from './registry';

/** All kinds, in the order of their gesture families. */
export const KINDS: readonly Kind[] = kindIds()
  .map((id) => findKind(id)!)
  .sort((a, b) => GESTURE_FAMILIES.indexOf(a.family) - GESTURE_FAMILIES.indexOf(b.family));

/**
 * Kinds that answer to what is typed: each of its words begins a word of their name, family, verb, or of what makers call them.
 * Families stay together; those in which it is a name come first.
 */
export function findKinds(typed: string): Kind[] {
  const wanted = words(typed);
  const answers = (text: string) => {
    const own = words(text);
    return wanted.every((w) => own.some((o) => o.startsWith(w)));
  };
  const named = ({ name }: Kind) => (answers(name) ? 0 : 1);
  const found = KINDS.filter(({ name, family, verb, aka }) =>
    answers([name, family, verb, ...aka].join(' ')),
  );
  const bestOf = (kind: Kind) => Math.min(...found.filter((k) => k.family === kind.family).map(named));
  return found.toSorted(
    (a, b) =>
      bestOf(a) - bestOf(b) ||
      GESTURE_FAMILIES.indexOf(a.family) - GESTURE_FAMILIES.indexOf(b.family) ||
      named(a) - named(b),
  );
}

const words = (text: string): string[] => text.toLowerCase().match(/[\p{L}\p{N}]+/gu) ?? [];
