import { GATE_STAGE, NO_NOTE, SHARED_NOTE, STRIKE_STAGE, TOUCH_STAGE, UNSENT, UNSENT7 } from './codes';
import { startEngine, type Engine } from './engine';
import { IMAGE_PARTS, SETTINGS, type Image } from './layout';
import { emptyBand } from './place';
import { silence } from './play';
import { beginsOfControls } from './stairs';

/**
 * Changes the image of an engine that plays, between two frames. Of the same structure, only settings change, and nothing is
 * sent now: a level sends when its value has become another; a gate that is open stays so until its count leaves the
 * counts that have kept it open; notes that sound end as they began. Of another structure, what sounds ends, and the engine starts anew.
 * @returns bytes written to `e.out`
 */
export function changeEngine(e: Engine, next: Image): number {
  if (!sameStructure(e.image, next)) return restart(e, next);
  e.bytes = 0;
  changeLevels(e, next);
  changeBanks(e, next);
  e.image = next;
  e.begins = beginsOfControls(next);
  return 0;
}

function restart(e: Engine, next: Image): number {
  const bytes = silence(e);
  const begun = startEngine(next);
  if (begun.out.length < e.out.length) begun.out = e.out;
  else begun.out.set(e.out.subarray(0, bytes));
  return Object.assign(e, begun, { bytes }).bytes;
}

/** Whether two images differ in settings alone. */
export const sameStructure = (a: Image, b: Image): boolean => structureOf(a) === structureOf(b);

/** What two images of the same structure have in common, as text: all but their settings. */
export function structureOf({ table_bits, byte_us, contacts, ...image }: Image): string {
  const parts = (Object.keys(IMAGE_PARTS) as (keyof typeof IMAGE_PARTS)[]).map((part) => {
    const fixed = Object.keys(IMAGE_PARTS[part].fields).filter((field) => !SETTINGS[part].includes(field));
    return (image[part] as object[]).map((row) =>
      fixed.map((field) => (row as Record<string, number>)[field]),
    );
  });
  return JSON.stringify({ table_bits, byte_us, contacts, parts });
}

/** A rest that was measured anew counts at once; what does not hold a note open is looked at anew. */
function changeLevels({ image, state }: Engine, next: Image): void {
  next.levels.forEach(({ rest }, i) => {
    if (rest !== image.levels[i].rest) state.level_zeros[i].rest = rest;
  });
  for (const gate of state.gates) if (gate.stage === GATE_STAGE.closed) emptyBand(gate);
  next.controls.forEach(({ status, controller }, i) => {
    const before = image.controls[i];
    emptyBand(state.controls[i]);
    if (status !== before.status || controller !== before.controller) state.controls[i].sent = UNSENT;
  });
  next.switched.forEach(({ status, controller }, i) => {
    const before = image.switched[i];
    if (status !== before.status || controller !== before.controller) state.switched[i].sent = UNSENT7;
  });
}

function changeBanks({ image, state }: Engine, next: Image): void {
  // From now on any lane may play what another has begun: both look for who holds it.
  if (state.note_lanes.some(({ note }) => note !== NO_NOTE))
    for (const lane of state.note_lanes) lane.channel |= SHARED_NOTE;
  next.touches.forEach(({ untouched }, i) => {
    const { stage } = state.touches[i];
    if (untouched !== image.touches[i].untouched && stage === TOUCH_STAGE.untouched)
      state.touches[i].untouched = untouched;
  });
  next.strikes.forEach(({ rest, on }, i) => {
    const lane = state.strikes[i];
    if (rest !== image.strikes[i].rest) state.strike_zeros[i].rest = rest;
    if (lane.stage === STRIKE_STAGE.window && lane.peak < on) lane.peak = on;
  });
}
