import type { Kind } from '../kinds/kind';
import { pressureSheet } from '../kinds/pressure-sheet/kind';
import { registerKind } from '../kinds/registry';

/** For tests: levels side by side, each with a note. Made known where it is imported. */
export const levelLanes: Kind = {
  ...pressureSheet,
  id: 'level-lanes',
  name: 'level lanes',
  way: 'level',
};
registerKind(levelLanes);
