import { plainToInstance, type ClassConstructor } from 'class-transformer';
import { validateSync } from 'class-validator';
import { checkInstrument } from '@/core/exchange/document/instrument-json';
import { plainFaults } from '@/core/exchange/document/plain-json';
import type { ReadTake } from '@/core/exchange/takes/take-csv';
import { allColumns, allContacts } from '@/core/instrument/access';
import type { Instrument } from '@/core/instrument/document';
import type { MidiIn } from '@/core/prove/play-take';
import type { Fault } from '@/core/result';
import { flattenErrors } from '@/core/instrument/validation';
import { no, type Asked } from '../body';
import { problem, under } from '../problem';
import { askedTake } from './asked-take';
import { FirmwareRequest, RenderRequest } from './requests';

/** Reads a JSON text into a validated request. Every malformed one is a 4xx problem document naming the field. */
export function asked<T extends object>(text: string, type: ClassConstructor<T>): Asked<T> {
  let value: unknown;
  try {
    value = JSON.parse(text);
  } catch (error) {
    return no(problem(400, 'The body is not JSON', [{ path: '', says: (error as Error).message }]));
  }
  if (typeof value !== 'object' || value === null || Array.isArray(value))
    return no(problem(400, 'The body must be a JSON object', [{ path: '', says: 'an object is required' }]));
  const unfit = plainFaults(value);
  if (unfit.length > 0) return no(problem(422, 'The request holds what cannot be read', unfit));
  const request = plainToInstance(type, value);
  const errors = validateSync(request, { forbidUnknownValues: true });
  return errors.length > 0
    ? no(problem(422, 'The request does not hold what is needed', flattenErrors(errors)))
    : { ok: true, value: request };
}

/** Reads `{ instrument }` and checks the instrument by its own rules. */
export function askedInstrument(text: string): Asked<Instrument> {
  const request = asked(text, FirmwareRequest);
  return request.ok ? checked(request.value.instrument) : request;
}

/** What is to be played. */
interface AskedPlay {
  instrument: Instrument;
  take: ReadTake;
  midiIn: MidiIn[];
}

/** Reads `{ instrument, csv, midiIn }`; the take must have a column of one of the instrument's sensors. */
export function askedRender(text: string): Asked<AskedPlay> {
  const request = asked(text, RenderRequest);
  return request.ok ? askedPlay(request.value) : request;
}

/** The same of a request that asks for more. */
export function askedPlay(request: RenderRequest): Asked<AskedPlay> {
  const instrument = checked(request.instrument);
  if (!instrument.ok) return instrument;
  const columns = allColumns(instrument.value);
  const contacts = allContacts(instrument.value);
  const take = askedTake(request.csv, 'csv', widestBoard(instrument.value), columns);
  if (!take.ok) return no(problem(422, 'The take cannot be read', take.faults));
  const { channels, edges } = take.value.frames;
  const own = [...channels, ...(edges?.contacts ?? [])].filter(
    (c) => columns.includes(c) || contacts.includes(c),
  );
  if (own.length === 0) {
    const says = `a column of one of ${[...columns, ...contacts].join(', ')} is required, got ${channels.join(', ')}`;
    return no(problem(422, 'The take is not of this instrument', [{ path: 'csv', says }]));
  }
  const midiIn = askedMidi(request.midiIn ?? [], instrument.value);
  if (!midiIn.ok) return midiIn;
  return { ok: true, value: { instrument: instrument.value, take: take.value, midiIn: midiIn.value } };
}

/** What comes in, each on an input that the instrument has. */
function askedMidi(
  asked: NonNullable<RenderRequest['midiIn']>,
  { inputs = [] }: Instrument,
): Asked<MidiIn[]> {
  const midiIn = asked.map(({ tUs, bytes, input }) => ({
    ...{ tUs: Math.round(tUs), bytes },
    input: input ?? inputs[0]?.id ?? '',
  }));
  const faults = midiIn.flatMap(({ input, tUs }, i): Fault[] => {
    if (!inputs.some(({ id }) => id === input)) {
      const says = `must name one of the instrument’s inputs, ${inputs.map(({ id }) => id).join(', ') || 'which has none'}; got ${input || 'none'}`;
      return [{ path: `midiIn.${i}.input`, says }];
    }
    const before = midiIn[i - 1]?.tUs ?? tUs;
    return tUs < before
      ? [{ path: `midiIn.${i}.tUs`, says: `must not be before ${before}, got ${tUs}` }]
      : [];
  });
  return faults.length > 0
    ? no(problem(422, 'What comes in cannot be played', faults.slice(0, MOST_FAULTS)))
    : { ok: true, value: midiIn };
}

/** Faults that one answer names. */
const MOST_FAULTS = 20;

/** The board whose counts can be the highest, at whose rate takes without times are read. */
const widestBoard = ({ boards }: Instrument) => boards.reduce((a, b) => (b.bits > a.bits ? b : a));

/** An instrument, checked by its own rules. @param field where it stands in the body */
export function checked(value: unknown, field = 'instrument'): Asked<Instrument> {
  const instrument = checkInstrument(value);
  return instrument.ok
    ? instrument
    : no(problem(422, 'The instrument is not valid', under(field, instrument.faults)));
}
