import type { Block } from '../blocks/block';
import { DOES, MOST_SHIFT, SELECTS, SHIFT_ZERO } from '../codes';
import type { Engine } from '../engine';
import { endNote } from './allocator';
import { stepTempo, tapTempo, transport } from './tempo';

/** Gates that change how the rest plays, as long as their guards are open. The change comes with the next frame: play.ts. */
export const selector: Block = {
  name: 'selector',
  of: 'selectors',
  file: 'selector',
  start: ({ selectors, modes }) => ({
    selectors: selectors.map(() => ({ open: 0, asks: 0 })),
    modes: modes.map(() => ({ muted: 0, shift: SHIFT_ZERO })),
  }),
  hears: {
    selector: {
      opens: (e, index) => {
        const state = e.state.selectors[index];
        if (state.open < e.image.selectors[index].guards) return;
        state.asks = 1;
        e.woken = true;
      },
      closes: () => {},
    },
    selectorGuard: {
      opens: (e, index) => void e.state.selectors[index].open++,
      closes: (e, index) => {
        const state = e.state.selectors[index];
        // A silence has shut it already.
        if (state.open > 0) state.open--;
      },
    },
  },
  silence: ({ state }) => {
    for (const own of state.selectors) Object.assign(own, { open: 0, asks: 0 });
  },
  isSound: (settings, { scenes }) =>
    settings.selectors.every(({ does, to }) =>
      does === DOES.mute ? to < 8 : does !== DOES.scene || to >= SELECTS.previous || to < scenes,
    ),
};

/** What a selector does besides scenes and beginning anew. */
export function doSelected(e: Engine, does: number, to: number): void {
  if (does === DOES.mute) mute(e, to);
  else if (does === DOES.shift) shift(e, to);
  else if (does === DOES.tempo) stepTempo(e, to);
  else if (does === DOES.tap) tapTempo(e);
  else transport(e, to);
}

/** A part falls silent, or may sound again. */
function mute(e: Engine, part: number): void {
  const [mode] = e.state.modes;
  mode.muted ^= 1 << part;
  for (const { parts, lane, lanes } of e.image.notes)
    for (let at = lane; (parts & mode.muted) !== 0 && at < lane + lanes; at++) endNote(e, at);
}

/** What begins from now on is so many semitones higher than before; or as it is written. */
function shift(e: Engine, to: number): void {
  const [mode] = e.state.modes;
  const moved = mode.shift + to - SHIFT_ZERO;
  const within = Math.min(SHIFT_ZERO + MOST_SHIFT, Math.max(SHIFT_ZERO - MOST_SHIFT, moved));
  mode.shift = to === SHIFT_ZERO ? SHIFT_ZERO : within;
}

/** All parts sound, as they are written. */
export function resetModes(e: Engine): void {
  for (const mode of e.state.modes) {
    mode.muted = 0;
    mode.shift = SHIFT_ZERO;
  }
}

/** The scene that is selected after one that plays. */
export function selected(to: number, scene: number, scenes: number): number {
  if (to === SELECTS.next) return scene + 1 === scenes ? 0 : scene + 1;
  if (to === SELECTS.previous) return scene === 0 ? scenes - 1 : scene - 1;
  return to;
}
