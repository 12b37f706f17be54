import type { ReadTake } from '@/core/exchange/take-csv';
import type { Instrument } from '@/core/instrument/document';
import { ok, refuse, type Result } from '@/core/result';
import { ROLES, type Role } from '@/core/signal/take';
import { timingOf } from '@/core/signal/timing';
import { database, type Database, type KeptTake } from './database';
import { keepTake } from './takes';

/** The role that a file's name holds as a word of its own: "reed-soft-2.csv". */
const roleIn = (name: string): Role | undefined => {
  const words = name.toLowerCase().split(/[^a-z]+/);
  return ROLES.find((role) => words.includes(role));
};

/**
 * Keeps a take that was read from a file for a sensor. Its role stands in a `# role:` line, else in the file's name.
 * @param name of the file
 */
export async function importTake(
  take: ReadTake,
  name: string,
  instrument: Instrument,
  sensor: string,
  db: Database = database(),
): Promise<Result<{ role: Role; leftOut: number; frames: number; first: string }>> {
  const channel = instrument.sensors.find((s) => s.id === sensor)?.channel ?? '';
  const { frames, notes, leftOut, faults } = take;
  const no = (says: string) => refuse({ path: '', says });
  if (!frames.channels.includes(channel))
    return no(
      `The take has no column ${channel} (it has ${frames.channels.join(', ')}). Nothing was kept; rename its column.`,
    );
  const top = 2 ** instrument.board.bits - 1;
  if (frames.counts.some((c) => c > top))
    return no(
      `The take has counts over ${top}, more than the board's ${instrument.board.bits} bits. Nothing was kept; check the board's bits.`,
    );
  const known = ROLES.find((r) => r === notes.role) ?? roleIn(name);
  if (!known)
    return no(
      'The take does not say what it was played for. Nothing was kept; add a line "# role: soft" at its top, or name the file so.',
    );
  const label: KeptTake = {
    id: await freeTakeId(notes.take, `${instrument.id}-${sensor}-${known}`, db),
    instrument: instrument.id,
    sensor,
    role: known,
    at: new Date().toISOString(),
    channels: frames.channels,
    bits: instrument.board.bits,
    rateHz: timingOf(frames.tUs)?.rateHz ?? instrument.board.scanHz,
    whole: true,
  };
  await keepTake(label, frames, db);
  const [worst] = faults;
  return ok({
    role: known,
    leftOut,
    frames: frames.tUs.length,
    first: worst ? `${worst.path}: ${worst.says}` : '',
  });
}

/** The id that the file names, so that a calibration finds its takes again; another where that is taken. */
async function freeTakeId(named: string | undefined, stem: string, db: Database): Promise<string> {
  if (named && /^[\w-]{1,80}$/.test(named) && !(await db.takes.get(named))) return named;
  return `${stem}-${Date.now().toString(36)}`;
}
