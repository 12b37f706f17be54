import { partEdges } from './csv-edges';
import { readNumberLines, type NumberLines } from './csv-lines';
import { timeUnitUs } from './csv-time';

/** What the numbers of a line are taken for. */
export interface CsvColumns {
  /** Where the time stands in a line, from 0, and µs a unit of it; null where the lines have none. */
  time: { place: number; unitUs: number } | null;
  /** Channel that each number of a line is; '' for the time, and for one that is left out. */
  names: string[];
  /** Names of those that are left out because they hold no whole counts. */
  noCounts: string[];
}

/** Whether a number can be a count. */
export const isCount = (n: number): boolean => Number.isInteger(n) && n >= 0 && n <= 65_535;

/** Rows that tell whether a column holds counts. */
const TELLING_ROWS = 1000;

/**
 * Tells what the columns of a text are: a time first, where it is one, then channels by the header's names, else the known
 * ones, else c1, c2 … A column of which most rows are no whole counts is left out, unless none would remain.
 * @param known names of the channels in order, where the lines name none and have as many
 */
export function csvColumnsOf(read: NumberLines, known: readonly string[]): CsvColumns {
  const { header, width } = read;
  const unitUs = timeUnitUs(read);
  const first = unitUs === null ? 0 : 1;
  const given = known.length === width - first ? known : [];
  const named = Array.from({ length: width }, (_, place) =>
    place < first ? '' : (header?.[place] ?? given[place - first] ?? `c${place - first + 1}`),
  );
  const counts = named.map((name, place) => name !== '' && holdsCounts(read, place));
  const some = counts.includes(true);
  return {
    time: unitUs === null ? null : { place: 0, unitUs },
    names: some ? named.map((name, place) => (counts[place] ? name : '')) : named,
    noCounts: some ? named.filter((name, place) => name !== '' && !counts[place]) : [],
  };
}

function holdsCounts({ numbers, width, lines }: NumberLines, place: number): boolean {
  const rows = Math.min(lines.length, TELLING_ROWS);
  let held = 0;
  for (let i = 0; i < rows; i++) if (isCount(numbers[i * width + place])) held++;
  return 2 * held >= rows;
}

/** One sentence on why columns cannot be read so; null where they can. @param width numbers a line */
export function wrongColumns({ names, time }: CsvColumns, width: number): string | null {
  const chosen = names.filter((name) => name !== '');
  if (names.length !== width) return `The take has ${width} columns, not ${names.length}.`;
  if (chosen.length === 0) return time ? 'The take has a time but no channel.' : 'No column is chosen.';
  const seen = new Set<string>();
  const twice = chosen.find((name) => seen.size === seen.add(name).size);
  return twice === undefined ? null : `Two columns cannot both be ${twice}.`;
}

/** The beginning of a text as it would be read: to be looked at, and chosen from. */
export interface CsvPreview {
  /** What stands above each number of a line; "1", "2" … where nothing does. */
  titles: string[];
  /** The first rows, at most {@link SHOWN_ROWS}. */
  rows: number[][];
  columns: CsvColumns;
  /** Its `# key: value` lines. */
  notes: Record<string, string>;
}

const SHOWN_ROWS = 5;
/** Bytes that a preview looks at. */
const PREVIEW_BYTES = 1 << 17;

/**
 * Reads the beginning of a file.
 * @param known as for {@link csvColumnsOf}
 * @returns no columns where it holds edges alone; null where it holds no line of numbers
 */
export async function csvPreviewOf(file: Blob, known: readonly string[]): Promise<CsvPreview | null> {
  const head = await file.slice(0, PREVIEW_BYTES).text();
  // The last line may be cut.
  const text = file.size <= PREVIEW_BYTES ? head : head.slice(0, head.lastIndexOf('\n') + 1);
  const parted = partEdges(text);
  const read = readNumberLines(parted?.before ?? text);
  const { width, lines, numbers, header, notes } = read;
  if (lines.length === 0)
    return parted ? { titles: [], rows: [], columns: { time: null, names: [], noCounts: [] }, notes } : null;
  const rows = Math.min(SHOWN_ROWS, lines.length);
  return {
    titles: Array.from({ length: width }, (_, place) => header?.[place] ?? String(place + 1)),
    rows: Array.from({ length: rows }, (_, i) => numbers.slice(i * width, (i + 1) * width)),
    columns: csvColumnsOf(read, known),
    notes,
  };
}
