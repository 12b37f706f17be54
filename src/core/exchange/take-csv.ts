import { ok, refuse, type Fault, type Result } from '../result';
import type { Frames } from '../signal/take';

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

const SHOWN_FAULTS = 5;
const TIME_NAMES: Record<string, number> = {
  t_us: 1,
  us: 1,
  t_µs: 1,
  t_ms: 1000,
  ms: 1000,
  time_us: 1,
  time_ms: 1000,
  t_s: 1e6,
  time_s: 1e6,
};

/** µs in each unit that a time may be in, by the step between lines that only that unit can have: 20 Hz … 10 kHz. */
const unitOfStep = (step: number): number => (step > 100 ? 1 : step > 0 && step <= 0.05 ? 1e6 : 1000);

/**
 * Reads a take: `# key: value` lines, a header `t_us,<channel>,…`, whole counts. Also what makers already print: any
 * line of numbers parted by comma, tab, semicolon or space, with `name:` or `name=` before them, with or without a
 * header and a leading time. Bad lines are counted and left out, never fatal; nothing readable at all is refused.
 * @param rateHz frames a second, where the lines have no time
 * @param unnamed the channels in order, where the lines name none and have as many columns
 */
export function readTakeCsv(text: string, rateHz = 1000, unnamed: readonly string[] = []): Result<ReadTake> {
  if (text.length > LONGEST_CSV)
    return refuse({
      path: '',
      says: `The take is over ${LONGEST_CSV / 2 ** 20} MB of text. Nothing was kept; split it and try again.`,
    });
  const reader = new LineReader();
  let number = 0;
  for (let at = 0; at < text.length;) {
    const end = text.indexOf('\n', at);
    reader.line(text.slice(at, end < 0 ? text.length : end).trim(), ++number);
    at = end < 0 ? text.length : end + 1;
  }
  return reader.finish(rateHz, unnamed);
}

class LineReader {
  readonly notes: Record<string, string> = {};
  readonly faults: Fault[] = [];
  leftOut = 0;
  private header: string[] | null = null;
  private width = 0;
  private readonly rows: number[] = [];
  private readonly lines: number[] = [];

  line(line: string, number: number): void {
    if (line === '' || line === '\ufeff') return;
    if (line.startsWith('#')) return this.note(line);
    const cells = line
      .replace(/^\ufeff/, '')
      .split(/[\s,;]+/)
      .filter((c) => c !== '');
    const { names, values } = parted(cells);
    if (this.width === 0 && values.length === 0 && cells.every((c) => /^[A-Za-zµ][\w µ-]*$/.test(c))) {
      this.header ??= cells;
      return;
    }
    if (names && !this.header) this.header = names;
    if (this.width === 0) this.width = this.header ? this.header.length : values.length;
    if (values.length !== this.width || values.length === 0)
      return this.fault(number, `${this.width || 1} whole numbers are required, got "${line.slice(0, 40)}"`);
    for (const v of values) this.rows.push(v);
    this.lines.push(number);
  }

  private note(line: string): void {
    const found = /^#\s*([\w-]{1,40})\s*:\s*(.{0,200})/.exec(line);
    if (found) this.notes[found[1]] = found[2].trim();
  }

  private fault(number: number, says: string): void {
    this.leftOut++;
    if (this.faults.length < SHOWN_FAULTS) this.faults.push({ path: `line ${number}`, says });
  }

  finish(rateHz: number, unnamed: readonly string[]): Result<ReadTake> {
    const { width, rows } = this;
    const n = width === 0 ? 0 : rows.length / width;
    if (n === 0)
      return refuse(
        {
          path: '',
          says: 'There is no line of numbers in this take. Nothing was kept; check that it is the right file.',
        },
        ...this.faults,
      );
    const scale = this.timeScale(n);
    const first = scale === null ? 0 : 1;
    if (width - first < 1)
      return refuse({ path: '', says: 'The take has a time but no channel. Nothing was kept.' });
    const known = unnamed.length === width - first ? unnamed : [];
    const channels = Array.from(
      { length: width - first },
      (_, c) => this.header?.[c + first] ?? known[c] ?? `c${c + 1}`,
    );
    const tUs: number[] = [];
    const counts: number[] = [];
    let wraps = 0;
    let previous = -Infinity;
    for (let i = 0; i < n; i++) {
      const row = rows.slice(i * width, (i + 1) * width);
      let t = scale === null ? (i * 1e6) / rateHz : Math.round(row[0] * scale) + wraps;
      if (t < previous - 2 ** 31 * (scale ?? 1)) {
        wraps += 2 ** 32 * (scale ?? 1);
        t += 2 ** 32 * (scale ?? 1);
      }
      const bad = row.slice(first).find((c) => !Number.isInteger(c) || c < 0 || c > 65535);
      if (t < previous) this.fault(this.lines[i], 'time runs backwards here');
      else if (bad !== undefined)
        this.fault(this.lines[i], `whole counts of 0 … 65535 are required, got ${bad}`);
      else {
        tUs.push(t);
        counts.push(...row.slice(first));
        previous = t;
      }
    }
    if (tUs.length === 0)
      return refuse(
        { path: '', says: 'No line of this take can be used. Nothing was kept.' },
        ...this.faults,
      );
    return ok({
      frames: { channels, tUs: Float64Array.from(tUs), counts: Uint16Array.from(counts) },
      notes: this.notes,
      faults: this.faults,
      leftOut: this.leftOut,
    });
  }

  /** µs a unit of the first column, or null when it is no time. Without a header, a column that only rises is one. */
  private timeScale(n: number): number | null {
    const { header, rows, width } = this;
    if (header) {
      const named = TIME_NAMES[header[0].toLowerCase()];
      if (named) return named;
      if (!['t', 'time', 'timestamp'].includes(header[0].toLowerCase())) return null;
    } else if (width < 2 || n < 3) return null;
    let rising = 0;
    for (let i = 1; i < n; i++) if (rows[i * width] > rows[(i - 1) * width]) rising++;
    if (!header && rising < 0.95 * (n - 1)) return null;
    const step = (rows[(n - 1) * width] - rows[0]) / Math.max(1, n - 1);
    return unitOfStep(step);
  }
}

/** The numbers of a line, and the names that stand before them with `:` or `=`. */
function parted(cells: string[]): { names: string[] | null; values: number[] } {
  const names: string[] = [];
  const values: number[] = [];
  let pending: string | null = null;
  for (const cell of cells) {
    const labelled = /^([A-Za-z][\w-]*)[:=](.*)$/.exec(cell);
    const body: string = labelled ? labelled[2] : cell;
    if (labelled) pending = labelled[1];
    if (body === '') continue;
    if (!/^[+-]?\d+(\.\d+)?$/.test(body)) return { names: null, values: [] };
    if (pending) names.push(pending);
    pending = null;
    values.push(Number(body));
  }
  return { names: names.length === values.length && names.length > 0 ? names : null, values };
}

/** Writes a take as {@link readTakeCsv} reads it. Notes become `# key: value` lines; line breaks in them are dropped. */
export function writeTakeCsv(frames: Frames, notes: Record<string, string> = {}): string {
  const lines = Object.entries(notes).map(([k, v]) => `# ${k}: ${v.replace(/[\r\n]+/g, ' ')}`);
  lines.push(['t_us', ...frames.channels].join(','));
  const width = frames.channels.length;
  for (let i = 0; i < frames.tUs.length; i++)
    lines.push(`${frames.tUs[i]},${frames.counts.subarray(i * width, (i + 1) * width).join(',')}`);
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
    : `${leftOut} lines were left out (${first}); ${frames} frames were kept. Mend the file or record again if they matter.`;
