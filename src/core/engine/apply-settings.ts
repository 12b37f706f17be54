import { blocks } from './blocks/registry';
import type { Engine } from './engine';
import type { Image } from './layout';
import { plain } from './plain';
import { beginsOfControls } from './stairs';

/** Takes an image of the same structure between two frames: nothing is sent now (change.ts). */
export function applySettings(e: Engine, next: Image): void {
  for (const block of blocks()) block.changed?.(e, next);
  e.image = plain(next);
  e.begins = beginsOfControls(next);
}
