import { SELECTS } from '../engine/codes';
import type { Instrument } from '../instrument/document';
import { gatesOfSelector } from '../instrument/rules';
import type { Selector } from '../instrument/scenes';
import { listen } from './gate';
import type { Making } from './making';

/** The scenes of an instrument, and what selects them on the board; nothing where there are fewer than two. */
export function compileScenes(m: Making): void {
  const { image } = m.parts;
  const { scenes, selectors = [] } = m.instrument;
  if (image.scenes === 0) return;
  image.scene_starts.push(...scenes.map(({ ends }) => ({ ends: ends ? 1 : 0 })));
  for (const own of selectors) {
    // A gate that is not calibrated, or of another board, never opens.
    if (!gatesOfSelector(own).every(([, { sensor }]) => m.sensors.has(sensor))) continue;
    const index = image.selectors.length;
    const { gate, guards = [] } = own;
    image.selectors.push({ to: codeOf(m.instrument, own), guards: guards.length });
    listen(m, gate, 'both', { is: 'selector', index });
    for (const guard of guards) listen(m, guard, 'both', { is: 'selectorGuard', index });
  }
}

const codeOf = ({ scenes }: Instrument, { scene, step }: Selector): number =>
  step === undefined
    ? scenes.findIndex(({ id }) => id === scene)
    : step > 0
      ? SELECTS.next
      : SELECTS.previous;
