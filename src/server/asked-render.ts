import { channelsOf } from '@/core/engine/compile';
import { checkInstrument } from '@/core/exchange/instrument-json';
import type { ReadTake } from '@/core/exchange/take-csv';
import type { Instrument } from '@/core/instrument/document';
import { askedTake } from './asked-take';
import { readBody, type Asked } from './body';
import { problem, under } from './problem';
import { FirmwareRequest, RenderRequest } from './requests';

/** Reads `{ instrument }` and checks the instrument by its own rules. */
export async function askedInstrument(request: Request): Promise<Asked<Instrument>> {
  const asked = await readBody(request, FirmwareRequest);
  return asked.ok ? checked(asked.value.instrument) : asked;
}

/** Reads `{ instrument, csv }`; the take must have a column of one of the instrument's sensors. */
export async function askedRender(
  request: Request,
): Promise<Asked<{ instrument: Instrument; take: ReadTake }>> {
  const asked = await readBody(request, RenderRequest);
  if (!asked.ok) return asked;
  const instrument = checked(asked.value.instrument);
  if (!instrument.ok) return instrument;
  const { board, sensors } = instrument.value;
  const take = askedTake(asked.value.csv, 'csv', board, channelsOf(instrument.value));
  if (!take.ok) return { ok: false, response: problem(422, 'The take cannot be read', take.faults) };
  const { channels } = take.value.frames;
  if (!sensors.some((s) => channels.includes(s.channel))) {
    const says = `a column of one of ${sensors.map((s) => s.channel).join(', ')} is required, got ${channels.join(', ')}`;
    return {
      ok: false,
      response: problem(422, 'The take is not of this instrument', [{ path: 'csv', says }]),
    };
  }
  return { ok: true, value: { instrument: instrument.value, take: take.value } };
}

function checked(value: unknown): Asked<Instrument> {
  const instrument = checkInstrument(value);
  return instrument.ok
    ? instrument
    : {
        ok: false,
        response: problem(422, 'The instrument is not valid', under('instrument', instrument.faults)),
      };
}
