import type { Sensor } from '../../instrument/sensor';
import type { FaceShape } from '../../kinds/kind';
import { kindOf } from '../../kinds/registry';
import type { Box } from './box';

/** Between lanes of a bank, mm. */
const GAP = 4;
/** Lanes that lie in one row. */
const MOST_IN_ROW = 12;
/** A black key against a white one; it lies over the line between two. (Common practice, no source.) */
const BLACK = { width: 0.58, height: 0.64 };
/** White keys up to each note of an octave; those of black ones end in a half. */
const WHITES = [0, 0.5, 1, 1.5, 2, 3, 3.5, 4, 4.5, 5, 5.5, 6];

/** Whether a note is a black key on a keyboard. */
export const isBlack = (note: number): boolean => !Number.isInteger(WHITES[note % 12]);

/** Whether all lanes of a sensor are one part: a stick, a surface. */
export const isOnePart = (sensor: Sensor): boolean => kindOf(sensor).lanes.names !== undefined;

/** How a sensor's lanes usually lie, a box each, from 0 on: in rows, or as keys; one box where they are one part. */
export function usualBoxes(sensor: Sensor): Box[] {
  const { face } = kindOf(sensor);
  const lanes = isOnePart(sensor) ? sensor.lanes.slice(0, 1) : sensor.lanes;
  const notes = lanes.map(({ note }) => note);
  if (face.shape === 'keys' && notes.every((n) => n !== undefined)) return keyBoxes(notes, face);
  return lanes.map((_, i) => ({
    x: (i % MOST_IN_ROW) * (face.width + GAP) + face.width / 2,
    y: Math.floor(i / MOST_IN_ROW) * (face.height + GAP) + face.height / 2,
    width: face.width,
    height: face.height,
    turn: 0,
  }));
}

/** Keys of a keyboard. @param notes 0 … 127, in any order */
function keyBoxes(notes: readonly number[], { width, height }: FaceShape): Box[] {
  const places = notes.map((note) => 7 * Math.floor(note / 12) + WHITES[note % 12]);
  const first = Math.ceil(places.reduce((least, place) => Math.min(least, place), Infinity) - 0.5);
  return places.map((place) => {
    const white = Number.isInteger(place);
    const own = white ? { width: 1, height: 1 } : BLACK;
    return {
      // A black key that comes first stands over the left edge of where its white one would end.
      x: (place - first + 0.5) * width,
      y: (own.height * height) / 2,
      width: own.width * width,
      height: own.height * height,
      turn: 0,
    };
  });
}
