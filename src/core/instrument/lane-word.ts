import { noteName } from '../midi/words';
import type { Sensor } from './sensor';

/** How a lane is told from the others of its bank: by its note, or by its number, from 1. @param lane its place, from 0 */
export function laneWord({ lanes }: Sensor, lane: number): string {
  const { note } = lanes[lane];
  return note === undefined ? String(lane + 1) : noteName(note);
}
