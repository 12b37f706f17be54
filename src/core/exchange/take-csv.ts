import { ok, refuse, type Fault, type Result } from '../result';
import type { Frames } from '../signal/take';
import { counted } from '../units/counted';
import { framesBeside, partEdges, readEdges, writeEdges } from './csv-edges';
import { readNumberLines, type NumberLines } from './csv-lines';
import { TakeClock, timeUnitUs } from './csv-time';

/** A read take: its frames, what its `# key: value` lines say, and the lines that were left out. */
export interface ReadTake {
  frames: Frames;
  notes: Record<string, string>;
  /** The first few lines left out, each by its number; `leftOut` is how many there were in all. */
  faults: Fault[];
  leftOut: number;
}

/** Longest text taken, characters: about a day of one channel at a hundred frames a second. */
export const LONGEST_CSV = 64 * 1024 * 1024;

/** What is said of a longer one. */
export const TOO_LONG = `The take is over ${LONGEST_CSV / 2 ** 20} MB of text. Nothing was kept; split it and try again.`;

/**
 * Reads a take: `# key: value` lines, a header `t_us,<channel>,…`, whole counts. Also what makers already print: any
 * line of numbers parted by comma, tab, semicolon or space, with `name:` or `name=` before them, with or without a
 * header and a leading time; and a section of edges, headed `t_us,contact,closed`. Bad lines are counted and left out, never fatal; nothing readable at all is refused.
 * @param rateHz frames a second, where the lines have no time
 * @param unnamed the channels in order, where the lines name none and have as many columns
 * @param progress told the share that is read, 0 … 1, now and then; may throw to give up
 */
export function readTakeCsv(
  text: string,
  rateHz = 1000,
  unnamed: readonly string[] = [],
  progress?: (share: number) => void,
): Result<ReadTake> {
  const kept = 'Nothing was kept';
  if (text.length > LONGEST_CSV) return refuse({ path: '', says: TOO_LONG });
  const parted = partEdges(text);
  const read = readNumberLines(parted?.before ?? text, progress);
  const { leftOut, notes } = read;
  const edges = parted ? readEdges(parted.lines, parted.first, leftOut) : undefined;
  const no = (says: string) => refuse({ path: '', says }, ...leftOut.faults);
  if (edges && edges.tUs.length > 0 && read.lines.length === 0) {
    const frames = { channels: [], tUs: framesBeside(edges, rateHz), counts: new Uint16Array(0), edges };
    return ok({ frames, notes, faults: leftOut.faults, leftOut: leftOut.count });
  }
  if (read.lines.length === 0)
    return no(`There is no line of numbers in this take. ${kept}; check that it is the right file.`);
  const unitUs = timeUnitUs(read);
  const channels = channelsIn(read, unitUs === null ? 0 : 1, unnamed);
  if (channels.length === 0) return no(`The take has a time but no channel. ${kept}.`);
  const frames = framesIn(read, channels, unitUs === null ? null : new TakeClock(unitUs), rateHz);
  if (frames.tUs.length === 0) return no(`No line of this take can be used. ${kept}.`);
  return ok({
    frames: { ...frames, ...(edges ? { edges } : {}) },
    notes,
    faults: leftOut.faults,
    leftOut: leftOut.count,
  });
}

/** Names of the columns from `first` on: the header's, else those asked for, else c1, c2 … */
function channelsIn({ header, width }: NumberLines, first: number, unnamed: readonly string[]): string[] {
  const known = unnamed.length === width - first ? unnamed : [];
  return Array.from({ length: width - first }, (_, c) => header?.[c + first] ?? known[c] ?? `c${c + 1}`);
}

/** The rows that hold whole counts in order of time; the others are left out. @param clock null where there is no time */
function framesIn(read: NumberLines, channels: string[], clock: TakeClock | null, rateHz: number): Frames {
  const { numbers, width, lines, leftOut } = read;
  const tUs: number[] = [];
  const counts: number[] = [];
  for (let i = 0; i < lines.length; i++) {
    const row = numbers.slice(i * width, (i + 1) * width);
    const cells = row.slice(width - channels.length);
    const bad = cells.find((c) => !Number.isInteger(c) || c < 0 || c > 65535);
    if (bad !== undefined) {
      leftOut.add(lines[i], `whole counts of 0 … 65535 are required, got ${bad}`);
      continue;
    }
    if (clock && !clock.holds(row[0])) {
      leftOut.add(lines[i], 'this is no time that a board could have');
      continue;
    }
    if (clock && i + 1 < lines.length && clock.leaps(row[0], numbers[(i + 1) * width])) {
      leftOut.add(lines[i], 'time leaps ahead here');
      continue;
    }
    const t = clock ? clock.at(row[0]) : (i * 1e6) / rateHz;
    if (t === null) {
      leftOut.add(lines[i], 'time runs backwards here');
      continue;
    }
    tUs.push(t);
    for (const c of cells) counts.push(c);
  }
  return { channels, tUs: Float64Array.from(tUs), counts: Uint16Array.from(counts) };
}

/** Writes a take as {@link readTakeCsv} reads it. Notes become `# key: value` lines; line breaks in them are dropped. */
export function writeTakeCsv(frames: Frames, notes: Record<string, string> = {}): string {
  const lines = Object.entries(notes).map(([k, v]) => `# ${k}: ${v.replace(/[\r\n]+/g, ' ')}`);
  const width = frames.channels.length;
  if (width > 0) {
    lines.push(['t_us', ...frames.channels].join(','));
    for (let i = 0; i < frames.tUs.length; i++)
      lines.push(`${frames.tUs[i]},${frames.counts.subarray(i * width, (i + 1) * width).join(',')}`);
  }
  if (frames.edges) lines.push(...writeEdges(frames.edges));
  return lines.join('\n') + '\n';
}

/** One sentence on what was left out of a read take, or null: what happened, what was kept, what to do. */
export function leftOutWords(read: ReadTake): string | null {
  if (read.leftOut === 0) return null;
  const { path, says } = read.faults[0];
  return leftOutSentence({
    leftOut: read.leftOut,
    frames: read.frames.tUs.length,
    first: `${path}: ${says}`,
  });
}

/** The same from its numbers; empty where nothing was left out. */
export const leftOutSentence = ({
  leftOut,
  frames,
  first,
}: {
  leftOut: number;
  frames: number;
  first: string;
}): string =>
  leftOut === 0
    ? ''
    : `${counted(leftOut, 'line was', 'lines were')} left out (${first}); ${counted(frames, 'frame was', 'frames were')} kept. Mend the file or record again if that matters.`;
