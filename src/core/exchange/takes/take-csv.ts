import { ok, refuse, type Fault, type Result } from '../../result';
import type { Frames } from '../../signal/take';
import { framesBeside, partEdges, readEdges, writeEdges } from './csv-edges';
import { csvColumnsOf, isCount, wrongColumns, type CsvColumns } from './csv-columns';
import { readNumberLines, type NumberLines } from './csv-lines';
import { TakeClock } from './csv-time';
import { leftOutSentence, LONGEST_CSV, TOO_LONG } from './take-csv-words';

/** A read take: its frames, what its `# key: value` lines say, and the lines that were left out. */
export interface ReadTake {
  frames: Frames;
  notes: Record<string, string>;
  /** The first few lines left out, each by its number; `leftOut` is how many there were in all. */
  faults: Fault[];
  leftOut: number;
  /** Columns that are left out because they hold no whole counts: volts, a temperature. */
  noCounts: string[];
}

/** How a take is read, where the lines leave something open. */
export interface ReadOptions {
  /** Frames a second, where the lines have no time. */
  rateHz?: number;
  /** The channels in order, where the lines name none and have as many columns. */
  unnamed?: readonly string[];
  /** What the numbers of a line are, where that was chosen; else it is told from them. */
  columns?: CsvColumns;
  /** Told the share that is read, 0 … 1, now and then; may throw to give up. */
  progress?: (share: number) => void;
}

/**
 * Reads a take: `# key: value` lines, a header `t_us,<channel>,…`, whole counts. Also what makers already print: any
 * line of numbers parted by comma, tab, semicolon or space, with `name:` or `name=` before them, with or without a
 * header and a leading time; and a section of edges, headed `t_us,contact,closed`. Bad lines are counted and left out, never fatal; nothing readable at all is refused.
 */
export function readTakeCsv(text: string, options: ReadOptions = {}): Result<ReadTake> {
  const { rateHz = 1000, unnamed = [], progress } = options;
  const kept = 'Nothing was kept';
  if (text.length > LONGEST_CSV) return refuse({ path: '', says: TOO_LONG });
  const parted = partEdges(text);
  const read = readNumberLines(parted?.before ?? text, progress);
  const { leftOut, notes } = read;
  const edges = parted ? readEdges(parted.lines, parted.first, leftOut) : undefined;
  const no = (says: string) => refuse({ path: '', says }, ...leftOut.faults);
  const done = (frames: Frames, noCounts: string[] = []) =>
    ok({
      frames: { ...frames, ...(edges ? { edges } : {}) },
      notes,
      faults: leftOut.faults,
      leftOut: leftOut.count,
      noCounts,
    });
  if (edges && edges.tUs.length > 0 && read.lines.length === 0)
    return done({ channels: [], tUs: framesBeside(edges, rateHz), counts: new Uint16Array(0) });
  if (read.lines.length === 0)
    return no(`There is no line of numbers in this take. ${kept}; check that it is the right file.`);
  const columns = options.columns ?? csvColumnsOf(read, unnamed);
  const wrong = wrongColumns(columns, read.width);
  if (wrong) return no(`${wrong} ${kept}.`);
  const frames = framesIn(read, columns, rateHz);
  if (frames.tUs.length === 0) return no(`No line of this take can be used. ${kept}.`);
  return done(frames, columns.noCounts);
}

/** The rows that hold whole counts in order of time; the others are left out. */
function framesIn(read: NumberLines, { names, time }: CsvColumns, rateHz: number): Frames {
  const { numbers, width, lines, leftOut } = read;
  const places = names.flatMap((name, place) => (name === '' ? [] : [place]));
  const clock = time ? new TakeClock(time.unitUs) : null;
  const at = time?.place ?? 0;
  const tUs: number[] = [];
  const counts: number[] = [];
  for (let i = 0; i < lines.length; i++) {
    const reading = numbers[i * width + at];
    const bad = places.find((p) => !isCount(numbers[i * width + p]));
    if (bad !== undefined) {
      leftOut.add(lines[i], `whole counts of 0 … 65535 are required, got ${numbers[i * width + bad]}`);
      continue;
    }
    if (clock && !clock.holds(reading)) {
      leftOut.add(lines[i], 'this is no time that a board could have');
      continue;
    }
    if (clock && i + 1 < lines.length && clock.leaps(reading, numbers[(i + 1) * width + at])) {
      leftOut.add(lines[i], 'time leaps ahead here');
      continue;
    }
    const t = clock ? clock.at(reading) : (i * 1e6) / rateHz;
    if (t === null) {
      leftOut.add(lines[i], 'time runs backwards here');
      continue;
    }
    tUs.push(t);
    for (const p of places) counts.push(numbers[i * width + p]);
  }
  const channels = places.map((p) => names[p]);
  return { channels, tUs: Float64Array.from(tUs), counts: Uint16Array.from(counts) };
}

/** Frames whose lines are written as one part. */
const PART_FRAMES = 10_000;

/**
 * Writes a take as {@link readTakeCsv} reads it, in parts: hours are longer than a string may be. Notes become `# key: value`
 * lines; line breaks in them are dropped.
 */
export function takeCsvParts(frames: Frames, notes: Record<string, string> = {}): string[] {
  const { channels, tUs, counts, edges } = frames;
  const width = channels.length;
  const part = (lines: string[]) => lines.map((line) => `${line}\n`).join('');
  const parts = [part(Object.entries(notes).map(([k, v]) => `# ${k}: ${v.replace(/[\r\n]+/g, ' ')}`))];
  if (width > 0) {
    parts.push(part([['t_us', ...channels].join(',')]));
    for (let from = 0; from < tUs.length; from += PART_FRAMES) {
      const own = Array.from(tUs.subarray(from, from + PART_FRAMES), (t, i) => {
        const at = (from + i) * width;
        return `${t},${counts.subarray(at, at + width).join(',')}`;
      });
      parts.push(part(own));
    }
  }
  if (edges) parts.push(part(writeEdges(edges)));
  return parts;
}

/** The same as one text. */
export const writeTakeCsv = (frames: Frames, notes: Record<string, string> = {}): string =>
  takeCsvParts(frames, notes).join('');

/** One sentence on what was left out of a read take, or null: what happened, what was kept, what to do. */
export function leftOutWords(read: ReadTake): string | null {
  const { leftOut, noCounts, faults, frames } = read;
  const says = [];
  if (noCounts.length > 0)
    says.push(
      `${noCounts.join(', ')} ${noCounts.length === 1 ? 'holds' : 'hold'} no whole counts and ${noCounts.length === 1 ? 'was' : 'were'} left out.`,
    );
  if (leftOut > 0)
    says.push(
      leftOutSentence({ leftOut, frames: frames.tUs.length, first: `${faults[0].path}: ${faults[0].says}` }),
    );
  return says.length > 0 ? says.join(' ') : null;
}
