import { columnsOf, contactsOf } from '../instrument/access';
import type { Board } from '../instrument/board';
import type { Instrument } from '../instrument/document';
import { framesOf } from '../signal/frames';
import type { Frames } from '../signal/take';
import { laneRange } from '../ways/registry';

/** A take as a board scans all of its sensors: columns that the take lacks are at rest throughout, or 0 where no rest is known. */
export function wholeTake(instrument: Instrument, board: Board, take: Frames): Frames {
  const columns = columnsOf(instrument, board);
  const own = framesOf(take, columns, contactsOf(instrument, board));
  if (own.channels.length === columns.length) return own;
  const rests = new Map(
    instrument.sensors.flatMap((sensor) =>
      sensor.lanes.map(({ id, column }): [string, number] => [
        column ?? '',
        laneRange(sensor, id)?.rest ?? 0,
      ]),
    ),
  );
  const from = columns.map((column) => own.channels.indexOf(column));
  const counts = new Uint16Array(own.tUs.length * columns.length);
  for (let i = 0, at = 0; i < own.tUs.length; i++)
    columns.forEach((column, c) => {
      counts[at++] =
        from[c] < 0 ? Math.round(rests.get(column)!) : own.counts[i * own.channels.length + from[c]];
    });
  return { ...own, channels: columns, counts };
}
