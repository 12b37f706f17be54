import type { Board } from '../instrument/board';
import type { Instrument } from '../instrument/document';
import { takenPins } from './pins';
import { signalsOf } from './signals';

/** A pin of the document that a lane, or a wire of the lights, cannot have. */
export interface PinFault {
  /** Path of its field. */
  path: string;
  /** The sensor whose it is, or the board that the lights are led to. */
  about: string;
  says: string;
}

/** A place that the document gives to something. */
interface Given extends Omit<PinFault, 'says'> {
  words: string;
  place: string;
  /** The pins that it is made of. */
  parts: string[];
}

/** Pins that the document gives to lanes of a board, and to lights, and that belong to the board itself, to its bus, or to something else. */
export function pinFaults(instrument: Instrument, board: Board): PinFault[] {
  const own = instrument.sensors.filter((s) => s.board === board.id);
  const taken = board.pins ? takenPins(board.pins) : [];
  const onBus = own.some((s) => signalsOf(s).some(({ needs }) => needs === 'bus'));
  const bus = onBus ? (board.pins?.busPins ?? []) : [];
  const given = new Map<string, string>();
  return [
    ...lanePins(instrument, board),
    ...lightPins(instrument, board),
    ...powerUpPins(instrument, board),
  ].flatMap(({ words, place, parts, ...at }): PinFault[] => {
    const before = given.get(place);
    given.set(place, words);
    const refuse = (why: string) => [{ ...at, says: `${words} is wired to pin ${place}, ${why}.` }];
    if (!parts.every(compiles)) return refuse('which is no pin that a sketch can name');
    if (parts.some((pin) => taken.includes(pin))) return refuse('which the board itself needs');
    if (parts.some((pin) => bus.includes(pin))) return refuse('which is the bus');
    return before === undefined ? [] : refuse(`which ${before} has already`);
  });
}

const lanePins = ({ sensors }: Instrument, board: Board): Given[] =>
  sensors.flatMap((sensor, s) =>
    sensor.board !== board.id
      ? []
      : sensor.lanes.flatMap((lane, at) =>
          (['pin', 'otherPin'] as const).flatMap((field) => {
            const place = lane[field];
            if (place === undefined) return [];
            // What charges the pads is one wire.
            if (field === 'otherPin' && !lane.contacts && place === sensor.lanes[0].otherPin && at > 0)
              return [];
            // A row and a column of a matrix; of a multiplexer the pin, and the number of its input.
            const parts = place.split('.').slice(0, lane.contacts ? 2 : 1);
            const path = `sensors.${s}.lanes.${at}.${field}`;
            return [{ path, about: sensor.id, words: `${sensor.name}, ${lane.id}`, place, parts }];
          }),
        ),
  );

/** They are led to the first board. */
const lightPins = ({ lights, boards }: Instrument, { id }: Board): Given[] =>
  boards[0].id !== id
    ? []
    : (lights?.pins ?? []).map((place, i) => ({
        ...{ path: `lights.pins.${i}`, about: id, words: `A wire of the lights`, place, parts: [place] },
      }));

const powerUpPins = ({ boards }: Instrument, { id, powerUp = [] }: Board): Given[] =>
  powerUp.map(({ pin }, i) => ({
    path: `boards.${boards.findIndex((b) => b.id === id)}.powerUp.${i}.pin`,
    ...{ about: id, words: 'A pin that is held at power-up', place: pin, parts: [pin] },
  }));

/** Pins are counted in eight bits; the last number says that there is none. */
const MOST_PIN = 254;

/** Whether a sketch can name a pin so: by a number, or as C names things. */
const compiles = (pin: string): boolean =>
  /^\d+$/.test(pin) ? Number(pin) <= MOST_PIN : /^[A-Za-z_]\w*$/.test(pin);
