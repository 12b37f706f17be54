import type { Lane } from '../../instrument/sensor';
import type { Order } from './calibration';
import type { Stroke } from './strokes';

/** A key with what it did in the takes. */
export interface PlayedKey {
  lane: Lane;
  /** Whether each contact is closed while nobody plays, as they stand; null where it never changed. */
  rests: [boolean | null, boolean | null];
  strokes: Stroke[];
  /** How often each contact left its rest without the other, as they stand. */
  alone: [number, number];
  bouncesMs: number[];
  /** What the contacts do in the order in which they are passed; null where that was not found. */
  order: Order | null;
  /** Whether its second contact comes first. */
  swapped: boolean;
}
