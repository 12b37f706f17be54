import type { Lane } from '../../instrument/sensor';
import type { Role } from '../../signal/take';
import type { DepthLane } from './calibration';
import type { DepthStroke, KeyTake } from './key-strokes';

/** A key in one take. */
export interface KeyInTake extends KeyTake {
  take: string;
  role: Role;
  strokes: DepthStroke[];
}

/** A key with what it did in the takes. */
export interface PlayedKey {
  lane: Lane;
  record: DepthLane;
  takes: KeyInTake[];
}
