import type { Instrument } from '@/core/instrument/document';

/** The parts of an instrument that change what sounds. */
const PLAYED = [
  ...(['boards', 'links', 'inputs', 'sensors', 'voices', 'zones'] as const),
  ...(['tunings', 'scenes', 'selectors', 'clock'] as const),
] as const;

/** Names, marks and the log change nothing that sounds; everything else needs a new program. */
export function playsDifferently(before: Instrument | null, after: Instrument): boolean {
  return before === null || PLAYED.some((part) => before[part] !== after[part]);
}

/** What a board is: its sensors, what their parts are like, and how it reads them. */
export const wiringOf = ({ boards, sensors }: Instrument): string =>
  JSON.stringify([
    boards.map(({ id, bits, scanHz }) => [id, bits, scanHz]),
    sensors.map(({ id, kind, board, facts, lanes }) => [
      ...[id, kind, board, facts],
      lanes.map(({ column, contacts }) => [column, contacts]),
    ]),
  ]);
