import { MOST_MM, type At } from '../../instrument/face';
import type { Instrument } from '../../instrument/document';
import { edgesOfAll, reachOf, shifted, type Axis, type Box } from './box';
import { placeKey, placesOf, type Place } from './places';

/** To a tenth of a millimetre, and of a degree. */
const tenths = (value: number): number => Math.round(10 * value) / 10;

/** An instrument whose places lie so: all of them are kept, so that none moves when another is added or goes. */
export function withPlaces(instrument: Instrument, places: readonly Place[]): Instrument {
  const boxes = new Map(places.map((place) => [placeKey(place), place.box]));
  const sensors = instrument.sensors.map((sensor) => ({
    ...sensor,
    lanes: sensor.lanes.map((lane, i) => {
      const box = boxes.get(placeKey({ sensor, lanes: [i] }));
      return box ? { ...lane, at: atOf(box) } : lane;
    }),
  }));
  return { ...instrument, sensors };
}

const atOf = ({ x, y, width, height, turn }: Box): At => ({
  x: tenths(x),
  y: tenths(y),
  width: tenths(width),
  height: tenths(height),
  ...(tenths(turn) === 0 ? {} : { turn: tenths(turn) }),
});

/** An instrument whose lanes lie as they usually do. */
export const withUsualPlaces = ({ face: _outline, ...instrument }: Instrument): Instrument => ({
  ...instrument,
  sensors: instrument.sensors.map((sensor) => ({
    ...sensor,
    lanes: sensor.lanes.map(({ at: _at, ...lane }) => lane),
  })),
});

/** What is done to boxes that were chosen: those of others stay as they are. */
export type BoxEdit = (boxes: readonly Box[]) => Box[];

/** The places of an instrument after an edit of those that are chosen; none ends left of or above the face. */
export function edited(places: readonly Place[], chosen: ReadonlySet<string>, edit: BoxEdit): Place[] {
  const own = places.filter((place) => chosen.has(placeKey(place)));
  const boxes = onFace(edit(own.map(({ box }) => box)));
  const next = new Map(own.map((place, i) => [placeKey(place), boxes[i]]));
  return places.map((place) => ({ ...place, box: next.get(placeKey(place)) ?? place.box }));
}

/** The same for the instrument itself. */
export const withEdited = (instrument: Instrument, chosen: ReadonlySet<string>, edit: BoxEdit): Instrument =>
  withPlaces(instrument, edited(placesOf(instrument), chosen, edit));

/** Boxes together moved back onto the face where they would leave it. */
function onFace(boxes: readonly Box[]): Box[] {
  const { left, top } = edgesOfAll(boxes);
  const [x, y] = [Math.max(0, -left), Math.max(0, -top)];
  return boxes.map((box) => {
    const moved = shifted(box, x, y);
    return { ...moved, x: Math.min(MOST_MM, moved.x), y: Math.min(MOST_MM, moved.y) };
  });
}

/** Moved by so many mm. */
export const movedBy =
  (x: number, y: number): BoxEdit =>
  (boxes) =>
    boxes.map((box) => shifted(box, x, y));

/** With their middles on one line: those of the mean. @param axis on which they differ no more */
export const aligned =
  (axis: Axis): BoxEdit =>
  (boxes) => {
    const mean = boxes.reduce((sum, box) => sum + box[axis], 0) / boxes.length;
    return boxes.map((box) => ({ ...box, [axis]: mean }));
  };

/** With the same room between each and the next; the outermost stay. Fewer than three have nothing between. */
export const spaced =
  (axis: Axis): BoxEdit =>
  (boxes) => {
    if (boxes.length < 3) return [...boxes];
    const order = boxes.map((_, i) => i).sort((a, b) => boxes[a][axis] - boxes[b][axis]);
    const sizes = boxes.map((box) => 2 * reachOf(box)[axis]);
    const [first, last] = [boxes[order[0]], boxes[order[order.length - 1]]];
    const within = last[axis] - first[axis];
    const taken = order.reduce((sum, i) => sum + sizes[i], 0) - (sizes[order[0]] + sizes[order.at(-1)!]) / 2;
    const room = (within - taken) / (boxes.length - 1);
    const next = [...boxes];
    let at = first[axis] + sizes[order[0]] / 2;
    for (const i of order.slice(1, -1)) {
      next[i] = { ...boxes[i], [axis]: at + room + sizes[i] / 2 };
      at += room + sizes[i];
    }
    return next;
  };

/** Mirrored about the middle of what is chosen. */
export const mirrored =
  (axis: Axis): BoxEdit =>
  (boxes) => {
    const { left, right, top, bottom } = edgesOfAll(boxes);
    const sum = axis === 'x' ? left + right : top + bottom;
    return boxes.map((box) => ({ ...box, [axis]: sum - box[axis], turn: box.turn === 0 ? 0 : -box.turn }));
  };

/** Turned together by so many degrees clockwise, about the middle of what is chosen. */
export const turnedBy =
  (degrees: number): BoxEdit =>
  (boxes) => {
    const { left, right, top, bottom } = edgesOfAll(boxes);
    const [mx, my] = [(left + right) / 2, (top + bottom) / 2];
    const angle = (degrees * Math.PI) / 180;
    const [cos, sin] = [Math.cos(angle), Math.sin(angle)];
    return boxes.map((box) => {
      const [x, y] = [box.x - mx, box.y - my];
      return {
        ...box,
        x: mx + x * cos - y * sin,
        y: my + x * sin + y * cos,
        turn: wrapped(box.turn + degrees),
      };
    });
  };

/** Between −180 and 180 degrees. */
const wrapped = (degrees: number): number => ((((degrees + 180) % 360) + 360) % 360) - 180;

/** With one of their numbers set: places keep their distances, sizes and turns become the same. */
export const withNumber =
  (field: keyof Box, value: number): BoxEdit =>
  (boxes) =>
    field === 'x' || field === 'y'
      ? boxes.map((box) => ({ ...box, [field]: box[field] + value - boxes[0][field] }))
      : boxes.map((box) => ({ ...box, [field]: value }));
