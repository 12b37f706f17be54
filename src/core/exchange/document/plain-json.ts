import type { Fault } from '../../result';

/** Deepest nesting taken; an instrument needs five levels, and what reads it walks down by recursion. */
const DEEPEST = 32;
/** Most fields of one object, entries of one list, and values in all. The largest instrument has 40 000 values. */
const MOST_FIELDS = 100;
const MOST_ENTRIES = 10_000;
const MOST_VALUES = 200_000;

/** Names that every object has. As a field of a file they would hide what the readers rely on. */
const INHERITED = new Set(Object.getOwnPropertyNames(Object.prototype));

/**
 * What makes a JSON text unfit for parsing: nesting and values without end, counted outside of strings in one pass that stops
 * where it is too much. What is no JSON is left to the parser.
 */
export function textFaults(text: string): Fault[] {
  let depth = 0;
  let values = 0;
  for (let at = 0; at < text.length; at++) {
    const code = text.charCodeAt(at);
    if (code === QUOTE) {
      at = endOfString(text, at);
      continue;
    }
    if (code === OPEN_OBJECT || code === OPEN_LIST) depth++;
    else if (code === CLOSE_OBJECT || code === CLOSE_LIST) depth--;
    else if (code !== COMMA) continue;
    else values++;
    if (depth > DEEPEST_TEXT) return [{ path: '', says: `at most ${DEEPEST} levels can be nested` }];
    if (values > MOST_TEXT_VALUES)
      return [{ path: '', says: `at most ${MOST_VALUES} values can be taken in all` }];
  }
  return [];
}

/** A text may have more than a value may: {@link plainFaults} then names the field. What costs a parser more ends here. */
const DEEPEST_TEXT = 100;
const MOST_TEXT_VALUES = 2_000_000;
const [QUOTE, BACKSLASH, COMMA] = [0x22, 0x5c, 0x2c];
const [OPEN_OBJECT, CLOSE_OBJECT, OPEN_LIST, CLOSE_LIST] = [0x7b, 0x7d, 0x5b, 0x5d];

/** Where a string that begins at a quote ends; the text's end where it does not. */
function endOfString(text: string, from: number): number {
  for (let at = text.indexOf('"', from + 1); at >= 0; at = text.indexOf('"', at + 1)) {
    let slashes = 0;
    while (text.charCodeAt(at - 1 - slashes) === BACKSLASH) slashes++;
    if (slashes % 2 === 0) return at;
  }
  return text.length;
}

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
