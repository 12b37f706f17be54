import { GESTURE_FAMILIES, type Kind } from './kind';

/** What does not fit together in what a kind says of itself, or null. */
export function kindFault(kind: Kind): string | null {
  if (!/^[a-z][a-z0-9-]*$/.test(kind.id)) return `an id of lower case is required, got ${kind.id}`;
  if (!GESTURE_FAMILIES.includes(kind.family)) return `a gesture family is required, got ${kind.family}`;
  const { least, most } = kind.lanes;
  if (!(least >= 1 && most >= least && most <= 128))
    return `1 … 128 lanes are required, got ${least} … ${most}`;
  if (Object.keys(kind.ports).length === 0) return 'one port or more is required';
  const wrong = Object.entries(kind.facts).find(([, { low, high }]) => !(low < high));
  return wrong ? `${wrong[0]} needs a range` : null;
}
