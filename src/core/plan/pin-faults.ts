import type { Board } from '../instrument/board';
import type { Instrument } from '../instrument/document';
import type { Sensor } from '../instrument/sensor';
import { takenPins } from './pins';
import { signalsOf } from './signals';

/** A pin of the document that its lane cannot have. */
export interface PinFault {
  sensor: Sensor;
  lane: number;
  says: string;
}

/** Pins that the document gives to lanes of a board and that belong to the board itself, to its bus, or to another lane. */
export function pinFaults({ sensors }: Instrument, board: Board): PinFault[] {
  const own = sensors.filter((s) => s.board === board.id);
  const taken = board.pins ? takenPins(board.pins) : [];
  const onBus = own.some((s) => signalsOf(s).some(({ needs }) => needs === 'bus'));
  const bus = onBus ? (board.pins?.busPins ?? []) : [];
  const given = new Map<string, string>();
  return own.flatMap((sensor) =>
    sensor.lanes.flatMap((lane, at) =>
      [lane.pin, lane.otherPin].flatMap((place): PinFault[] => {
        if (place === undefined) return [];
        const before = given.get(place);
        const words = `${sensor.name}, ${lane.id}`;
        given.set(place, words);
        const refuse = (why: string) => [
          { sensor, lane: at, says: `${words} is wired to pin ${place}, ${why}.` },
        ];
        // A row and a column of a matrix; of a multiplexer the pin, and the number of its input.
        const parts = place.split('.').slice(0, lane.contacts ? 2 : 1);
        if (!parts.every(compiles)) return refuse('which is no pin that a sketch can name');
        if (parts.some((pin) => taken.includes(pin))) return refuse('which the board itself needs');
        if (parts.some((pin) => bus.includes(pin))) return refuse('which is the bus');
        return before === undefined ? [] : refuse(`which ${before} has already`);
      }),
    ),
  );
}

/** Pins are counted in eight bits; the last number says that there is none. */
const MOST_PIN = 254;

/** Whether a sketch can name a pin so: by a number, or as C names things. */
const compiles = (pin: string): boolean =>
  /^\d+$/.test(pin) ? Number(pin) <= MOST_PIN : /^[A-Za-z_]\w*$/.test(pin);
