import type { Fault } from '../result';

/** Deepest nesting taken; an instrument needs five levels, and what reads it walks down by recursion. */
const DEEPEST = 32;
/** Most fields of one object, entries of one list, and values in all. The largest instrument has 40 000 values. */
const MOST_FIELDS = 100;
const MOST_ENTRIES = 10_000;
const MOST_VALUES = 200_000;

/** Names that every object has. As a field of a file they would hide what the readers rely on. */
const INHERITED = new Set(Object.getOwnPropertyNames(Object.prototype));

interface Open {
  value: object;
  path: string;
  depth: number;
}

/**
 * What makes a parsed JSON value unfit for reading on, looked at before anything that costs more: too many fields,
 * entries or values, fields named as what every object has, and nesting without end.
 * @returns at most one fault, the first that is met
 */
export function plainFaults(value: unknown): Fault[] {
  const open: Open[] = isObject(value) ? [{ value, path: '', depth: 0 }] : [];
  let values = 0;
  for (let at = open.pop(); at; at = open.pop()) {
    const keys = Object.keys(at.value);
    values += keys.length;
    const fault = shapeFault(at, keys, values);
    if (fault) return [{ path: at.path, says: fault }];
    for (const key of keys) {
      const inner = (at.value as Record<string, unknown>)[key];
      const path = at.path === '' ? key : `${at.path}.${key}`;
      if (INHERITED.has(key)) return [{ path, says: `a field cannot be named ${key}` }];
      if (isObject(inner)) open.push({ value: inner, path, depth: at.depth + 1 });
    }
  }
  return [];
}

function shapeFault({ value, depth }: Open, keys: string[], values: number): string | null {
  if (depth >= DEEPEST) return `at most ${DEEPEST} levels can be nested`;
  if (Array.isArray(value) && value.includes(null)) return 'an entry is required everywhere, got null';
  const [most, what] = Array.isArray(value) ? [MOST_ENTRIES, 'entries'] : [MOST_FIELDS, 'fields'];
  if (keys.length > most) return `at most ${most} ${what} can be taken here, got ${keys.length}`;
  return values > MOST_VALUES ? `at most ${MOST_VALUES} values can be taken in all` : null;
}

const isObject = (value: unknown): value is object => typeof value === 'object' && value !== null;
