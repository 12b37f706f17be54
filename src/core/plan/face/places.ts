import type { Face } from '../../instrument/face';
import type { Instrument } from '../../instrument/document';
import { laneWord } from '../../instrument/lane-word';
import type { Lane, Sensor } from '../../instrument/sensor';
import type { FaceShape } from '../../kinds/kind';
import { kindOf } from '../../kinds/registry';
import { edgesOfAll, shifted, type Box } from './box';
import { isOnePart, usualBoxes } from './usual-boxes';

/** What lies on the face: a lane, or all lanes of a sensor that is one part. */
export interface Place {
  sensor: Sensor;
  /** Places of its lanes in the sensor. */
  lanes: readonly number[];
  shape: FaceShape['shape'];
  box: Box;
}

/** Round what lies on a face, and between what has no place yet, mm. */
const MARGIN = 10;
const BETWEEN = 12;
/** What has no place yet lies in lines of so many mm at least. */
const LINE = 320;

/** The id of a place among those of its instrument. */
export const placeKey = ({ sensor, lanes }: Pick<Place, 'sensor' | 'lanes'>): string =>
  `${sensor.id} ${lanes[0]}`;

/** How a place is told apart: by its sensor where that has no other, by its note, or by its number, from 1. */
export function placeWord({ sensor, lanes }: Place): string {
  if (isOnePart(sensor) || sensor.lanes.length === 1) return sensor.name;
  return laneWord(sensor, lanes[0]);
}

/** Where everything lies, in the order of sensors and lanes; what has no place yet lies beside its own bank, or below all. */
export function placesOf({ sensors }: Pick<Instrument, 'sensors'>): Place[] {
  const placed = sensors.map((sensor) => ownBoxes(sensor));
  const below = edgesOfAll(placed.flatMap((own) => own ?? [])).bottom;
  const blocks = sensors.filter((_, i) => placed[i] === null).map(usualBoxes);
  const lines = inLines(blocks, below > 0 ? below + BETWEEN : MARGIN);
  return sensors.flatMap((sensor, i) => {
    const boxes = placed[i] ?? lines.shift()!;
    const { shape } = kindOf(sensor).face;
    return boxes.map((box, lane): Place => ({
      ...{ sensor, shape, box },
      lanes: isOnePart(sensor) ? sensor.lanes.map((_, k) => k) : [lane],
    }));
  });
}

/** The boxes of a sensor of which a lane has a place: others go on from it as the bank does; null where none has. */
function ownBoxes(sensor: Sensor): Box[] | null {
  if (!sensor.lanes.some(({ at }) => at)) return null;
  const usual = usualBoxes(sensor);
  const own = sensor.lanes.slice(0, usual.length).map((lane, i) => boxOf(lane, usual[i]));
  const boxes: Box[] = [];
  own.forEach((box, i) => boxes.push(box ?? nextTo(i, own, boxes, usual)));
  return boxes;
}

const boxOf = ({ at }: Lane, usual: Box): Box | null =>
  at ? { width: usual.width, height: usual.height, turn: 0, ...definedOf(at) } : null;

/** Without what is left out: a spread would put undefined over what is usual. */
const definedOf = <T extends object>(of: T): T =>
  Object.fromEntries(Object.entries(of).filter(([, value]) => value !== undefined)) as T;

/** A lane without a place: as far from the one before as that lies from its own, or as a bank usually lies. */
function nextTo(i: number, own: readonly (Box | null)[], before: readonly Box[], usual: readonly Box[]): Box {
  const from = i > 0 ? i - 1 : own.findIndex((box) => box !== null);
  const known = i > 0 ? before[from] : own[from]!;
  const alike = usual[i].width === usual[from].width;
  const step =
    i > 1 && alike
      ? { x: known.x - before[i - 2].x, y: known.y - before[i - 2].y }
      : { x: usual[i].x - usual[from].x, y: usual[i].y - usual[from].y };
  const size = alike ? known : { ...usual[i], turn: known.turn };
  return { ...size, x: Math.max(0, known.x + step.x), y: Math.max(0, known.y + step.y) };
}

/** Blocks beside each other, in lines. @param top where the first line begins, mm */
function inLines(blocks: readonly Box[][], top: number): Box[][] {
  const sizes = blocks.map((boxes) => edgesOfAll(boxes));
  const longest = sizes.reduce((most, { left, right }) => Math.max(most, right - left), LINE);
  const starts: { x: number; line: number }[] = [];
  const heights: number[] = [];
  let [x, line] = [0, 0];
  for (const { left, right, bottom } of sizes) {
    if (x > 0 && x + right - left > longest) [x, line] = [0, line + 1];
    starts.push({ x: x - left, line });
    heights[line] = Math.max(heights[line] ?? 0, bottom);
    x += right - left + BETWEEN;
  }
  const tops = heights.map((_, k) => top + heights.slice(0, k).reduce((sum, h) => sum + h + BETWEEN, 0));
  return blocks.map((boxes, i) => {
    const { x: start, line: own } = starts[i];
    const middle = (heights[own] - sizes[i].bottom) / 2;
    return boxes.map((box) => shifted(box, MARGIN + start, tops[own] + middle));
  });
}

/** The outline of a face, mm: the maker's own, or round what lies on it; never smaller than that. */
export function outlineOf({ face }: Pick<Instrument, 'face'>, places: readonly Place[]): Face {
  const { right, bottom } = edgesOfAll(places.map(({ box }) => box));
  return {
    width: Math.max(face?.width ?? 0, right + (face ? 0 : MARGIN)),
    height: Math.max(face?.height ?? 0, bottom + (face ? 0 : MARGIN)),
  };
}
