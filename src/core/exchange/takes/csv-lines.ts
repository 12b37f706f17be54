import type { Fault } from '../../result';

/** The lines of numbers in a text, and what else it says. */
export interface NumberLines {
  /** Names of the columns, or null where the text gives none. */
  header: string[] | null;
  /** Columns; 0 where there is no line of numbers. */
  width: number;
  /** Row after row, `width` each. */
  numbers: number[];
  /** The line that each row stands in, from 1. */
  lines: number[];
  /** What its `# key: value` lines say. */
  notes: Record<string, string>;
  leftOut: LeftOut;
}

const SHOWN_FAULTS = 5;

/** Characters between two reports of progress. */
const TOLD_EVERY = 1 << 20;

/** Lines that could not be used: how many, and the first few of them. */
export class LeftOut {
  readonly faults: Fault[] = [];
  count = 0;

  add(line: number, says: string): void {
    this.count++;
    if (this.faults.length < SHOWN_FAULTS) this.faults.push({ path: `line ${line}`, says });
  }
}

/**
 * Reads what makers print: numbers parted by comma, tab, semicolon or space, with `name:` or `name=` before them, a line
 * of names above them, or neither. The first usable line settles how many a line has.
 * @param progress told the share that is read, 0 … 1, now and then; may throw to give up
 */
export function readNumberLines(text: string, progress: (share: number) => void = () => {}): NumberLines {
  const read: NumberLines = {
    header: null,
    width: 0,
    numbers: [],
    lines: [],
    notes: {},
    leftOut: new LeftOut(),
  };
  let number = 0;
  let told = 0;
  for (let at = 0; at < text.length;) {
    if (at >= told) {
      progress(at / text.length);
      told = at + TOLD_EVERY;
    }
    const end = text.indexOf('\n', at);
    readLine(read, text.slice(at, end < 0 ? text.length : end).trim(), ++number);
    at = end < 0 ? text.length : end + 1;
  }
  return read;
}

function readLine(read: NumberLines, line: string, number: number): void {
  if (line === '' || line === '\ufeff') return;
  if (line.startsWith('#')) return readNote(read, line);
  const cells = cellsOf(read, unquoted(line.replace(/^\ufeff/, '')));
  const { names, values } = parted(cells);
  if (read.width === 0 && values.length === 0 && cells.every((c) => /^[A-Za-zµ][\w µ-]*$/.test(c))) {
    read.header ??= cells;
    return;
  }
  if (names) read.header ??= names;
  if (read.width === 0) read.width = read.header ? read.header.length : values.length;
  if (values.length !== read.width || values.length === 0)
    return read.leftOut.add(
      number,
      `${read.width || 1} whole numbers are required, got "${line.slice(0, 40)}"`,
    );
  for (const v of values) read.numbers.push(v);
  read.lines.push(number);
}

/** The cells of a line. An empty one between commas is as it was in the row before. */
function cellsOf({ width, numbers }: NumberLines, line: string): string[] {
  if (width > 0 && numbers.length >= width && /,\s*(,|$)/.test(line)) {
    const cells = line.split(',').map((c) => c.trim());
    const before = numbers.slice(-width);
    if (cells.length === width) return cells.map((c, i) => (c === '' ? String(before[i]) : c));
  }
  // Where semicolons part cells, a comma between digits is a decimal one.
  const parts = line.includes(';')
    ? line.split(/[\s;]+/).map((c) => c.replace(/^([+-]?\d+),(\d+)$/, '$1.$2'))
    : line.split(/[\s,;]+/);
  return parts.flatMap((c) => c.split(',')).filter((c) => c !== '');
}

/** Cells without the quotes that spreadsheets put around names; a space inside one becomes a dash, so that it stays one cell. */
const unquoted = (line: string): string =>
  line.includes('"')
    ? line.replace(/"([^"]*)"/g, (_, cell: string) => cell.trim().replace(/[\s,;]+/g, '-'))
    : line;

function readNote(read: NumberLines, line: string): void {
  const found = /^#\s*([\w-]{1,40})\s*:\s*(.{0,200})/.exec(line);
  if (found) read.notes[found[1]] = found[2].trim();
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
