import type { Instrument } from './document';
import type { Sensor } from './sensor';

/** Whether a sensor can be the button of a board by which rest and reach are measured: one contact, and nothing else. */
export const canBeButton = ({ board, lanes }: Sensor, id: string): boolean =>
  board === id && lanes.length === 1 && lanes[0].column === undefined && lanes[0].contacts?.length === 1;

/** With no board whose button is not there any more, or has become something else. */
export function withoutStrayButtons(instrument: Instrument): Instrument {
  const isStray = ({ id, button }: Instrument['boards'][0]) =>
    button !== undefined && !instrument.sensors.some((s) => s.id === button && canBeButton(s, id));
  if (!instrument.boards.some(isStray)) return instrument;
  return {
    ...instrument,
    boards: instrument.boards.map((board) => (isStray(board) ? { ...board, button: undefined } : board)),
  };
}
