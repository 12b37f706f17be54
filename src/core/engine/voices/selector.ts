import type { Block } from '../blocks/block';
import { SELECTS } from '../codes';
import type { Engine } from '../engine';

/** Gates that change the scene, as long as their guards are open. The change comes with the next frame: play.ts. */
export const selector: Block = {
  name: 'selector',
  of: 'selectors',
  file: 'selector',
  start: ({ selectors }) => ({ selectors: selectors.map(() => ({ open: 0, asks: 0 })) }),
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
    settings.selectors.every(({ to }) => to >= SELECTS.previous || to < scenes),
};

/** The scene that was asked for since the last frame, each after the one before; the one that plays where none was. */
export function sceneAsked(e: Engine): number {
  const { selectors, scenes } = e.image;
  let { scene } = e.state.engine;
  e.state.selectors.forEach((state, i) => {
    if (state.asks === 0) return;
    state.asks = 0;
    scene = selected(selectors[i].to, scene, scenes);
  });
  return scene;
}

function selected(to: number, scene: number, scenes: number): number {
  if (to === SELECTS.next) return scene + 1 === scenes ? 0 : scene + 1;
  if (to === SELECTS.previous) return scene === 0 ? scenes - 1 : scene - 1;
  return to;
}
