import type { Instrument } from '../../instrument/document';
import { FIELD_WORDS } from './field-words';

/** What is no change of the instrument itself: when, how and from what it was measured, and the record of it. */
const PASSED_OVER: ReadonlySet<string> = new Set([
  ...['version', 'id', 'log', 'createdAt', 'built'],
  ...['measuredAt', 'takes', 'method', 'typed', 'earlier', 'former', 'column', 'contacts', 'is'],
]);

/** Levels of a document that say nothing to a reader: what lies in them is named by what it is in. */
const UNSAID: ReadonlySet<string> = new Set([
  ...[
    'boards',
    'sensors',
    'voices',
    'zones',
    'scenes',
    'lanes',
    'calibration',
    'responses',
    'links',
    'inputs',
  ],
  ...['tunings', 'selectors', 'up', 'pins'],
]);

/** What is in a list of things without names of their own. */
const SINGULAR: Readonly<Record<string, string>> = {
  ...{ voices: 'voice', zones: 'zone', links: 'cable', selectors: 'selector', powerUp: 'pin at power-up' },
};

/** Longest value that is told whole, letters. */
const LONGEST = 40;

type Tree = Readonly<Record<string, unknown>>;

/**
 * What differs between two states of an instrument, a line each in the document's order: "Bellows: on 22 → 31".
 * @returns none where they play the same and look the same
 */
export const changeWords = (before: Instrument, after: Instrument): string[] =>
  treeChanges(before as unknown as Tree, after as unknown as Tree, []);

function treeChanges(before: Tree, after: Tree, path: readonly string[]): string[] {
  const keys = [...new Set([...Object.keys(before), ...Object.keys(after)])];
  return keys
    .filter((key) => !PASSED_OVER.has(key))
    .flatMap((key) => {
      const kind = SINGULAR[key];
      const [old, fresh] = [before[key], after[key]];
      if (kind && Array.isArray(old ?? fresh)) return listChanges(old ?? [], fresh ?? [], path, kind);
      return valueChanges(old, fresh, [...path, ...said(key)]);
    });
}

const said = (key: string): string[] => (UNSAID.has(key) ? [] : [FIELD_WORDS[key] ?? key]);

function valueChanges(before: unknown, after: unknown, path: readonly string[]): string[] {
  if (isList(before) || isList(after)) return listChanges(before ?? [], after ?? [], path);
  if (isTree(before) && isTree(after)) return treeChanges(before, after, path);
  if (JSON.stringify(before) === JSON.stringify(after)) return [];
  if (before === undefined || before === null)
    return isTree(after) ? [line(path, 'new')] : [line(path, words(after))];
  if (after === undefined || after === null)
    return [line(path, isTree(before) ? 'gone' : `${words(before)} → none`)];
  return [line(path, `${words(before)} → ${words(after)}`)];
}

/** Items are found by what names them, wherever they stand; lists of numbers are told as a whole. */
function listChanges(before: unknown, after: unknown, path: readonly string[], kind?: string): string[] {
  const [a, b] = [before, after] as [unknown[], unknown[]];
  if (![...a, ...b].every(isTree)) {
    if (JSON.stringify(a) === JSON.stringify(b)) return [];
    return [line(path, `${words(a)} → ${words(b)}`)];
  }
  const [olds, news] = [keyed(a as Tree[]), keyed(b as Tree[])];
  const keys = [...new Set([...olds.keys(), ...news.keys()])];
  const many = Math.max(olds.size, news.size) > 1;
  return keys.flatMap((key) => {
    const [old, fresh] = [olds.get(key), news.get(key)];
    // As it was called before: that is how it is known.
    const own = [...path, ...named(old ?? fresh!, many, kind)];
    if (!old) return [line(own, 'new')];
    if (!fresh) return [line(own, 'gone')];
    return treeChanges(old, fresh, own);
  });
}

const keyed = (items: readonly Tree[]): Map<string, Tree> =>
  new Map(items.map((item, i) => [keyOf(item) ?? String(i), item]));

function keyOf(item: Tree): string | null {
  const parts = ['id', 'lane', 'port', 'from', 'to'].flatMap((key) =>
    typeof item[key] === 'string' ? [item[key]] : [],
  );
  return parts.length > 0 ? parts.join(' ') : null;
}

/** An item by its name; what is alone in its list needs none, unless it has one of its own. */
function named(item: Tree, many: boolean, kind?: string): string[] {
  if (typeof item.name === 'string') return [item.name];
  const key = keyOf(item);
  if (kind) return [many && key !== null ? `${kind} ${key}` : kind];
  return many && key !== null ? [key] : [];
}

const isList = (value: unknown): boolean => Array.isArray(value);
const isTree = (value: unknown): value is Tree =>
  typeof value === 'object' && value !== null && !Array.isArray(value);

/** The first of a path names what it is of. */
function line(path: readonly string[], what: string): string {
  const [first = 'instrument', ...rest] = path;
  return rest.length === 0 ? `${first}: ${what}` : `${first}: ${rest.join(' ')} ${what}`;
}

function words(value: unknown): string {
  if (typeof value === 'number')
    return String(Number.isInteger(value) ? value : Number(value.toPrecision(5)));
  if (typeof value === 'boolean') return value ? 'yes' : 'no';
  const text =
    typeof value === 'string' ? value : Array.isArray(value) ? value.map(words).join(', ') : 'other values';
  return text.length > LONGEST ? `${text.slice(0, LONGEST - 1)}…` : text || 'none';
}
