import { DOES, SELECTS, SHIFT_ZERO, TRANSPORT } from '../engine/codes';
import type { Board } from '../instrument/board';
import type { Instrument } from '../instrument/document';
import { gatesOfSelector } from '../instrument/rules';
import { doingOf, type Clock, type Doing, type Selector } from '../instrument/scenes';
import { listen } from './gate';
import type { Making } from './making';

/** The scenes of an instrument, and what selects them or changes otherwise how the rest plays on the board. */
export function compileScenes(m: Making): void {
  const { image } = m.parts;
  const { scenes, selectors = [] } = m.instrument;
  if (image.scenes > 0) image.scene_starts.push(...scenes.map(({ ends }) => ({ ends: ends ? 1 : 0 })));
  let mutes = 0;
  for (const own of selectors) {
    const part = own.mutes ? mutes++ : 0;
    if (!doesAnything(m, own)) continue;
    const index = image.selectors.length;
    const { gate, guards = [] } = own;
    image.selectors.push({ ...actOf(m.instrument, own, part), guards: guards.length });
    listen(m, gate, 'both', { is: 'selector', index });
    for (const guard of guards) listen(m, guard, 'both', { is: 'selectorGuard', index });
  }
  if (image.selectors.length > 0) image.modes.push({ pad: 0 });
}

/** A gate that is not calibrated, or of another board, never opens; there may be nothing to choose from, or the clock is another board's. */
function doesAnything({ sensors, parts: { image } }: Making, own: Selector): boolean {
  const needs: Partial<Record<Doing, number>> = {
    ...{ scene: image.scenes, step: image.scenes },
    ...{ tempo: image.tempos.length, transport: image.tempos.length },
    taps: image.tempos.length,
  };
  return needs[doingOf(own)] !== 0 && gatesOfSelector(own).every(([, { sensor }]) => sensors.has(sensor));
}

/** @param part that it mutes */
function actOf({ scenes }: Instrument, own: Selector, part: number): { does: number; to: number } {
  switch (doingOf(own)) {
    case 'scene':
      return { does: DOES.scene, to: scenes.findIndex(({ id }) => id === own.scene) };
    case 'step':
      return { does: DOES.scene, to: own.step! > 0 ? SELECTS.next : SELECTS.previous };
    case 'mutes':
      return { does: DOES.mute, to: part };
    case 'resets':
      return { does: DOES.reset, to: 0 };
    case 'shift':
      return { does: DOES.shift, to: SHIFT_ZERO + own.shift! };
    case 'tempo':
      return { does: DOES.tempo, to: SHIFT_ZERO + own.tempo! };
    case 'taps':
      return { does: DOES.tap, to: 0 };
    case 'transport':
      return { does: DOES.transport, to: TRANSPORT[own.transport!] };
  }
}

/** The clock, on the board that sends it. */
export function compileClock({ instrument: { clock }, parts }: Making, { id }: Board): void {
  if (clock?.board !== id) return;
  const table = parts.table(periodsOf(clock));
  parts.image.tempos.push({ table, tempos: clock.most - clock.least + 1, begins: clock.bpm - clock.least });
}

/** From clock to clock, 24 a beat, 4 µs: at 20 beats a minute 31 250. */
const periodsOf = ({ least, most }: Clock): number[] =>
  Array.from({ length: most - least + 1 }, (_, i) => Math.round(60e6 / (24 * (least + i)) / 4));
