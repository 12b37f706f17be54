import { readWords } from '@/core/exchange/takes/recording-words';
import type { ReadTake } from '@/core/exchange/takes/take-csv';
import { boardOf, columnsOfSensor } from '@/core/instrument/access';
import type { Instrument } from '@/core/instrument/document';
import type { Sensor } from '@/core/instrument/sensor';
import { ok, refuse, type Result } from '@/core/result';
import { framesOf, highestCount } from '@/core/signal/frames';
import { ROLES, type Frames, type Role } from '@/core/signal/take';
import { timingOf } from '@/core/signal/timing';
import { database, type Database, type KeptTake } from './database';
import { keepTake } from './takes';

/** The role that a file's name holds as a word of its own: "reed-soft-2.csv". */
const roleIn = (name: string): Role | undefined => {
  const words = name.toLowerCase().split(/[^a-z]+/);
  return ROLES.find((role) => words.includes(role));
};

interface ImportOptions {
  /** Takes columns that are not named as the lanes are in their order. */
  byOrder?: boolean;
  /** Times of its gestures, where they were marked, µs; else those that the file tells. */
  marks?: number[];
  db?: Database;
}

/**
 * Keeps a take that was read from a file for a sensor. Its role stands in a `# role:` line, else in the file's name.
 * @param name of the file
 * @returns a fault with the path {@link MATCH_BY_ORDER} where its columns have other names
 */
export async function importTake(
  take: ReadTake,
  name: string,
  instrument: Instrument,
  sensor: string,
  { byOrder = false, marks = readWords(take.notes, '').marks, db = database() }: ImportOptions = {},
): Promise<Result<{ id: string; role: Role; leftOut: number; frames: number; first: string }>> {
  const own = instrument.sensors.find((s) => s.id === sensor);
  if (!own) throw new RangeError(`importTake: a sensor ${sensor} is required, ${instrument.id} has none`);
  const { notes, leftOut, faults } = take;
  const no = (says: string, path = '') => refuse({ path, says });
  const frames = matched(take.frames, own, byOrder);
  if ('says' in frames) return no(frames.says, frames.byOrder ? MATCH_BY_ORDER : '');
  const board = boardOf(instrument, own);
  const top = 2 ** board.bits - 1;
  if (highestCount(frames) > top)
    return no(
      `The take has counts over ${top}, more than the board's ${board.bits} bits. Nothing was kept; check the board's bits.`,
    );
  const known = ROLES.find((r) => r === notes.role) ?? roleIn(name);
  if (!known)
    return no(
      'The take does not say what it was played for. Nothing was kept; add a line "# role: soft" at its top, or name the file so.',
    );
  const label: Omit<KeptTake, 'order'> = {
    id: await freeTakeId(notes.take, `${instrument.id}-${sensor}-${known}`, db),
    instrument: instrument.id,
    sensor,
    role: known,
    ...(own.lanes.some((l) => l.id === notes.lane) && own.lanes.length > 1 ? { lane: notes.lane } : {}),
    at: new Date().toISOString(),
    channels: frames.channels,
    contacts: frames.edges?.contacts,
    ...(marks.length > 0 ? { marks } : {}),
    bits: board.bits,
    rateHz: timingOf(frames.tUs)?.rateHz ?? board.scanHz,
    whole: true,
  };
  await keepTake(label, frames, db);
  const [worst] = faults;
  return ok({
    id: label.id,
    role: known,
    leftOut,
    frames: frames.tUs.length,
    first: worst ? `${worst.path}: ${worst.says}` : '',
  });
}

/** Path of the fault that says that a take's columns are not named as the lanes are. */
export const MATCH_BY_ORDER = 'columns';

/** The take's columns and contacts that are the sensor's; one sentence where there are none, and whether they could be taken in order. */
function matched(
  frames: Frames,
  sensor: Sensor,
  byOrder: boolean,
): Frames | { says: string; byOrder: boolean } {
  const columns = columnsOfSensor(sensor);
  const contacts = sensor.lanes.flatMap((l) => l.contacts ?? []);
  const own = framesOf(frames, columns, contacts);
  if (own.channels.length > 0 || (own.edges && own.edges.tUs.length > 0)) return own;
  const fits = frames.channels.length === columns.length && columns.length > 0;
  if (fits && byOrder) return { ...frames, channels: columns };
  const wanted = [...columns, ...contacts].slice(0, 3).join(' or ');
  const got = frames.channels.slice(0, 5).join(', ') || 'none';
  const cure = fits ? 'rename its columns, or take them in their order' : 'rename its columns';
  const says = `The take has no column ${wanted} (it has ${got}). Nothing was kept; ${cure}.`;
  return { says, byOrder: fits };
}

/** The id that the file names, so that a calibration finds its takes again; another where that is taken. */
async function freeTakeId(named: string | undefined, stem: string, db: Database): Promise<string> {
  if (named && /^[\w-]{1,80}$/.test(named) && !(await db.takes.get(named))) return named;
  return `${stem}-${Date.now().toString(36)}`;
}
