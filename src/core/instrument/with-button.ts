import { hears } from './access';
import { withoutStrayButtons } from './button';
import type { Instrument } from './document';
import type { Sensor } from './sensor';
import { withVoices } from './with-voices';

/** With a switch as its board's button, which then plays nothing; or not any more. @param on which of the two */
export function withButton(instrument: Instrument, sensor: Sensor, on: boolean): Instrument {
  const button = on ? sensor.id : undefined;
  const boards = instrument.boards.map((board) => (board.id === sensor.board ? { ...board, button } : board));
  const voices = on ? instrument.voices.filter((v) => !hears(v, sensor.id)) : instrument.voices;
  return withoutStrayButtons(withVoices({ ...instrument, boards }, voices));
}
