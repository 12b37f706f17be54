import { refuse, ok, type Fault, type Result } from '../result';
import type { KeyMap } from './tuning';

/**
 * Scala files. A scale (.scl): a description, the number of notes, then a pitch a line: cents where there is a point, else a ratio.
 * A keyboard mapping (.kbm): seven numbers, then a degree a line, x for a key that is silent. Lines that begin with ! are comments
 * (the formats' description by their author, "Scala scale file format" and "Scala keyboard mapping file format"; from memory).
 */
export interface ScalaScale {
  description: string;
  /** Of the degrees above the first, cents; the last is the interval at which it repeats. */
  cents: number[];
}

/** Notes that a scale can have here. */
const MOST_NOTES = 128;
/** The longest interval that is taken, cents: ten octaves. */
const MOST_CENTS = 12_000;

interface Line {
  n: number;
  text: string;
}

/** Lines that are no comments, by their number in the file. */
const linesOf = (file: string): Line[] =>
  file
    .replace(/^\uFEFF/, '')
    .split(/\r\n|\r|\n/)
    .map((text, i) => ({ n: i + 1, text }))
    .filter(({ text }) => !text.startsWith('!'));

const at = ({ n }: Line, says: string): Fault => ({ path: `line ${n}`, says });

/** Reads a scale. What is wrong is said by the line. */
export function readScl(file: string): Result<ScalaScale> {
  const [description, count, ...rest] = linesOf(file);
  if (!count) return refuse({ path: '', says: 'must have a description, a number of notes, and the notes' });
  const notes = wholeIn(count.text);
  if (notes === null || notes < 1 || notes > MOST_NOTES)
    return refuse(at(count, `must be a number of notes, 1 … ${MOST_NOTES}, got ${shown(count.text)}`));
  const pitches = rest.filter(({ text }) => text.trim() !== '').slice(0, notes);
  if (pitches.length < notes)
    return refuse({ path: '', says: `must have ${notes} notes, the file ends after ${pitches.length}` });
  const faults: Fault[] = [];
  const cents = pitches.map((line) => {
    const own = centsIn(line.text);
    if (typeof own === 'string') faults.push(at(line, own));
    return typeof own === 'number' ? own : 0;
  });
  if (faults.length > 0) return refuse(...faults);
  if (!(cents[cents.length - 1] > 0))
    return refuse(at(pitches[notes - 1], 'must be above 0 cents: the scale repeats at its last note'));
  return ok({ description: description.text.trim(), cents });
}

/** The first word of a line as cents; what is wrong with it, in words. */
function centsIn(text: string): number | string {
  const [word] = text.trim().split(/[ \t]/);
  if (/^-?\d*\.\d*$/.test(word) && /\d/.test(word)) return withinReach(Number(word), word);
  const ratio = /^(\d+)(?:\/(\d+))?$/.exec(word);
  const [over, under] = ratio ? [Number(ratio[1]), Number(ratio[2] ?? 1)] : [0, 0];
  if (over <= 0 || under <= 0) return `must be cents with a point, or a ratio above 0, got ${shown(text)}`;
  return withinReach(1200 * Math.log2(over / under), word);
}

const withinReach = (cents: number, word: string): number | string =>
  Math.abs(cents) <= MOST_CENTS ? cents : `must lie within ${MOST_CENTS} cents, got ${word}`;

const wholeIn = (text: string): number | null => {
  const [word] = text.trim().split(/[ \t]/);
  return /^-?\d+$/.test(word) ? Number(word) : null;
};

const shown = (text: string): string => (text.trim() === '' ? 'nothing' : text.trim().slice(0, 40));

/** Writes a scale: cents with six digits, which is what the format's own program does. */
export const writeScl = ({ description, cents }: ScalaScale): string =>
  [plainLine(description), ` ${cents.length}`, '!', ...cents.map((c) => ` ${c.toFixed(6)}`), ''].join('\n');

const plainLine = (text: string): string => text.replace(/[\r\n]+/g, ' ').replace(/^!/, ' !');

/** Keyboard mappings: what the seven numbers are called, and where they lie. */
const HEAD = [
  ['keys', 0, 128],
  ['first', 0, 127],
  ['last', 0, 127],
  ['middle', 0, 127],
  ['reference', 0, 127],
  ['hz', 1, 20_000],
  ['octave', 0, 1024],
] as const;

/** Reads a keyboard mapping. What is wrong is said by the line. */
export function readKbm(file: string): Result<KeyMap> {
  const lines = linesOf(file).filter(({ text }) => text.trim() !== '');
  if (lines.length < HEAD.length)
    return refuse({
      path: '',
      says: `must have ${HEAD.length} numbers before its keys, got ${lines.length}`,
    });
  const faults: Fault[] = [];
  const head = HEAD.map(([name, low, high], i) => {
    const [word] = lines[i].text.trim().split(/[ \t]/);
    const value = Number(word);
    const whole = name === 'hz' || Number.isInteger(value);
    if (!whole || !(value >= low && value <= high))
      faults.push(at(lines[i], `${name} must be ${low} … ${high}, got ${shown(lines[i].text)}`));
    return value;
  });
  const [size, first, last, middle, reference, hz, octave] = head;
  if (faults.length === 0 && last < first)
    faults.push(at(lines[2], `last must not lie below first (${first}), got ${last}`));
  // Keys that the file leaves out are silent.
  const keys = Array.from({ length: Math.min(128, size) || 0 }, (_, i) => {
    const line = lines[HEAD.length + i];
    if (!line || /^x/i.test(line.text.trim())) return -1;
    const degree = wholeIn(line.text);
    if (degree === null || degree < 0 || degree > 1024)
      faults.push(at(line, `must be a degree, 0 … 1024, or x, got ${shown(line.text)}`));
    return degree ?? 0;
  });
  return faults.length > 0 ? refuse(...faults) : ok({ first, last, middle, reference, hz, octave, keys });
}

/** Writes a keyboard mapping. */
export const writeKbm = ({ first, last, middle, reference, hz, octave, keys }: KeyMap): string =>
  [
    '! Keys, first, last, middle, reference, its frequency, degree of the octave; then the degrees',
    ...[keys.length, first, last, middle, reference, hz.toFixed(6), octave],
    ...keys.map((degree) => (degree < 0 ? 'x' : degree)),
    '',
  ].join('\n');
