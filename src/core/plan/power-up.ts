import type { Board, PowerUpPin } from '../instrument/board';
import type { Instrument } from '../instrument/document';
import { assignPins } from './assign';
import { pinsOfBoard } from './pins';

/** What a pin does that is held at power-up. */
export const POWER_UP_DOES = ['scene', 'channel', 'controller'] as const;
export type PowerUpDoes = (typeof POWER_UP_DOES)[number];

export const doesOf = (own: PowerUpPin): PowerUpDoes =>
  POWER_UP_DOES.find((does) => own[does] !== undefined) ?? 'channel';

/** The last digital pins of a board that nothing is wired to, and those that are led to this already. */
export function freePins(instrument: Instrument, board: Board): string[] {
  if (!board.pins) return [];
  const sensors = instrument.sensors.filter((s) => s.board === board.id);
  const lights = board.id === instrument.boards[0].id ? instrument.lights : undefined;
  const used = new Set(assignPins(board.pins, sensors, lights).map(({ pin }) => pin));
  return pinsOfBoard(board.pins)
    .filter(({ name, can }) => can.has('digital') && !used.has(name))
    .map(({ name }) => name)
    .reverse();
}

/** A new one: the last free pin, which begins on the next channel. Null where no pin is left. */
export function newPowerUp(instrument: Instrument, board: Board): PowerUpPin | null {
  const taken = (board.powerUp ?? []).map(({ pin }) => pin);
  const pin = freePins(instrument, board).find((name) => !taken.includes(name));
  const [zone] = instrument.zones;
  const from = zone && 'channel' in zone ? zone.channel : 1;
  return pin === undefined ? null : { pin, from, channel: (from % 16) + 1 };
}

/** One that does something else, with usual numbers. */
export function doing({ pin }: PowerUpPin, does: PowerUpDoes, { scenes }: Instrument): PowerUpPin {
  if (does === 'scene') return { pin, scene: scenes[scenes.length - 1]?.id ?? '' };
  return does === 'channel' ? { pin, from: 1, channel: 2 } : { pin, from: 2, controller: 11 };
}

export const withPowerUp = (instrument: Instrument, id: string, powerUp: PowerUpPin[]): Instrument => ({
  ...instrument,
  boards: instrument.boards.map((board) =>
    board.id === id ? { ...board, powerUp: powerUp.length > 0 ? powerUp : undefined } : board,
  ),
});
