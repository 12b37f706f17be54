import type { Board } from '../instrument/board';
import type { Making } from '../stages/making';

/** Lets the board's button measure every level and every pad that was calibrated. */
export function compileButton(
  { instrument, parts: { image }, sensors }: Making,
  board: Board,
  contacts: readonly string[],
): void {
  const button = instrument.sensors.find((s) => s.id === board.button);
  const lanes = [...sensors.values()].flatMap((made) => made.learn ?? []);
  if (!button || lanes.length === 0) return;
  const contact = contacts.indexOf(button.lanes[0].contacts![0]);
  const bank = image.contact_banks.find(({ lane, lanes: n }) => contact >= lane && contact < lane + n);
  image.learns.push({ contact, rests: bank?.rest ?? 0 });
  image.learn_lanes.push(...lanes);
}
