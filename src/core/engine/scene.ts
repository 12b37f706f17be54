import type { Engine } from './engine';

/** A mask of scenes as two words: bit i of the first stands for scene i, of the second for scene 16 + i. */
export type SceneMask = [number, number];

/** @param scenes their places in the document, 0 … 31; none: it lives in all @returns a mask of its own */
export function sceneMask(scenes: readonly number[]): SceneMask {
  if (scenes.length === 0) return [0xffff, 0xffff];
  const mask: SceneMask = [0, 0];
  for (const i of scenes) mask[i >> 4] |= 1 << (i & 15);
  return mask;
}

/** Whether what has this mask lives in a scene. */
export const livesIn = (mask: SceneMask, scene: number): boolean =>
  ((mask[scene >> 4] >> (scene & 15)) & 1) === 1;

/** Whether a note may begin: it lives in the scene that plays, and no part of it is muted. */
export const plays = (e: Engine, { scenes, parts }: { scenes: SceneMask; parts: number }): boolean =>
  lives(e, scenes) && (e.state.modes.length === 0 || (e.state.modes[0].muted & parts) === 0);

/** Whether it lives in the scene that plays. */
export const lives = (e: Engine, mask: SceneMask): boolean => livesIn(mask, e.state.engine.scene);
