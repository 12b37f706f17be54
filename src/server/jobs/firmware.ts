import { compile } from '@/core/compile/compile';
import { shortfalls } from '@/core/exchange/firmware/image-size';
import { columnsOf, contactsOf } from '@/core/instrument/access';
import type { Instrument } from '@/core/instrument/document';
import { pinFaults } from '@/core/plan/pin-faults';
import type { Fault } from '@/core/result';
import { firmwareZip } from '../firmware';
import { problem } from '../problem';
import { askedInstrument } from './asked';

/** What the board gets: `{ instrument }` → a zip of header, runtime and sketch. */
export async function firmware(text: string): Promise<Response> {
  const asked = askedInstrument(text);
  if (!asked.ok) return asked.response;
  const wired = wiredTwice(asked.value);
  if (wired.length > 0) return problem(422, 'A pin cannot be wired so', wired);
  const faults = tooLarge(asked.value);
  if (faults.length > 0) return problem(422, 'The instrument is larger than its board', faults);
  return new Response(await firmwareZip(asked.value), {
    headers: {
      'content-type': 'application/zip',
      'content-disposition': `attachment; filename="${asked.value.id}.zip"`,
    },
  });
}

/** Pins that belong to the board itself, or to two wires. */
const wiredTwice = (instrument: Instrument): Fault[] =>
  instrument.boards.flatMap((board) =>
    pinFaults(instrument, board).map(({ path, says }) => ({ path: `instrument.${path}`, says })),
  );

/** What the boards have too little of. */
const tooLarge = (instrument: Instrument): Fault[] =>
  instrument.boards.flatMap((board, i) =>
    shortfalls(
      compile(instrument, board),
      board,
      columnsOf(instrument, board).length,
      contactsOf(instrument, board).length,
    ).map(({ field, says }) => ({ path: `instrument.boards.${i}.${field}`, says })),
  );
