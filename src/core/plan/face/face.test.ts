import fc from 'fast-check';
import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { checkInstrument, readInstrument } from '../../exchange/document/instrument-json';
import { newInstrument } from '../../instrument/create';
import type { Instrument } from '../../instrument/document';
import { newSensor } from '../../kinds/new-sensor';
import { findKind, kindIds } from '../../kinds/registry';
import { withAnother, withLanes } from '../edit';
import { edgesOf, edgesOfAll, type Box } from './box';
import {
  aligned,
  edited,
  mirrored,
  movedBy,
  spaced,
  turnedBy,
  withEdited,
  withNumber,
  withUsualPlaces,
} from './edit';
import { outlineOf, placeKey, placesOf, placeWord } from './places';
import { snapped } from './snap';

const wherry = ((): Instrument => {
  const read = readInstrument(readFileSync('demo/wherry.json', 'utf8'));
  if (!read.ok) throw new Error(read.faults[0].says);
  return read.value;
})();
const withKind = (kind: string, lanes: number): Instrument => ({
  ...newInstrument('own', 'Own', '2026-11-30T10:00:00.000Z'),
  sensors: [newSensor(findKind(kind)!, 'it', 'It', 'board', lanes)],
});
const square = (x: number, y: number, width = 10, height = 10, turn = 0): Box => ({
  ...{ x, y, width, height, turn },
});
const boxes = fc.array(
  fc.record({
    x: fc.double({ min: 0, max: 500, noNaN: true }),
    y: fc.double({ min: 0, max: 500, noNaN: true }),
    width: fc.double({ min: 1, max: 80, noNaN: true }),
    height: fc.double({ min: 1, max: 80, noNaN: true }),
    turn: fc.integer({ min: -180, max: 179 }),
  }),
  { minLength: 1, maxLength: 12 },
);
const overlap = (a: Box, b: Box) => {
  const [p, q] = [edgesOf(a), edgesOf(b)];
  return (
    p.left < q.right - 1e-9 && q.left < p.right - 1e-9 && p.top < q.bottom - 1e-9 && q.top < p.bottom - 1e-9
  );
};
const allOf = (instrument: Instrument) => new Set(placesOf(instrument).map(placeKey));

describe('where nothing was placed', () => {
  it('all kinds, with as many lanes as they can have, lie beside each other on one face', () => {
    const sensors = kindIds().map((kind) =>
      newSensor(findKind(kind)!, kind, kind, 'board', Math.min(40, findKind(kind)!.lanes.most)),
    );
    const places = placesOf({ sensors });
    const { width, height } = outlineOf({}, places);
    for (const { box } of places) {
      const { left, top, right, bottom } = edgesOf(box);
      expect(left >= 0 && top >= 0 && right <= width && bottom <= height).toBe(true);
    }
    const shared = places.flatMap((a, i) =>
      places
        .slice(i + 1)
        .filter((b) => overlap(a.box, b.box) && !(a.sensor === b.sensor && a.shape === 'keys')),
    );
    expect(shared).toEqual([]);
  });
  it('an octave of keys is seven white ones wide, with five black ones over the lines between (a keyboard, common practice)', () => {
    const own = placesOf(withKind('two-contact-keys', 13));
    const { left, right } = edgesOfAll(own.map(({ box }) => box));
    expect((right - left) / own[0].box.width).toBeCloseTo(8, 9);
    expect(own.filter(({ box }) => box.height < own[0].box.height)).toHaveLength(5);
    expect(own.map(placeWord).slice(0, 3)).toEqual(['C3', 'C♯3', 'D3']);
    expect(own[1].box.x).toBeCloseTo((own[0].box.x + own[2].box.x) / 2, 9);
  });
  it('a stick is one place of two lanes, a bank one of each', () => {
    expect(placesOf(withKind('stick', 2)).map(({ lanes }) => lanes)).toEqual([[0, 1]]);
    expect(placesOf(withKind('touch-pads', 3)).map(({ lanes }) => lanes)).toEqual([[0], [1], [2]]);
  });
});

describe('a face that was changed', () => {
  const moved = withEdited(wherry, new Set(['leaves 0']), movedBy(5, 7.04));
  it('keeps every place, to a tenth of a millimetre, in a document that opens again', () => {
    const [before, after] = [placesOf(wherry), placesOf(moved)];
    before.forEach(({ box, sensor, lanes }, i) => {
      const own = sensor.id === 'leaves' && lanes[0] === 0 ? [5, 7.04] : [0, 0];
      expect(Math.abs(after[i].box.x - box.x - own[0])).toBeLessThanOrEqual(0.0501);
      expect(Math.abs(after[i].box.y - box.y - own[1])).toBeLessThanOrEqual(0.0501);
    });
    const read = checkInstrument(JSON.parse(JSON.stringify(moved)));
    expect(read.ok && placesOf(read.value).map(({ box }) => box)).toEqual(after.map(({ box }) => box));
    expect(placesOf(withUsualPlaces(moved))).toEqual(placesOf(withUsualPlaces(wherry)));
  });
  it('puts a lane that is added where its bank goes on, and a sensor below all', () => {
    const column = withEdited(withKind('touch-pads', 2), new Set(['it 1']), (own) =>
      own.map((box) => ({ ...box, x: 17, y: 60 })),
    );
    const [first, second, third] = placesOf(withLanes(column, 'it', 3)).map(({ box }) => box);
    expect([third.x - second.x, third.y - second.y]).toEqual([second.x - first.x, second.y - first.y]);
    const more = placesOf(withAnother(moved, 'thumb'));
    const old = new Set(placesOf(moved).map(placeKey));
    const { bottom } = edgesOfAll(placesOf(moved).map(({ box }) => box));
    for (const place of more)
      if (!old.has(placeKey(place))) expect(edgesOf(place.box).top).toBeGreaterThan(bottom);
  });
  it('has nothing left of its edge or above it, wherever it is sent', () => {
    fc.assert(
      fc.property(fc.integer({ min: -900, max: 900 }), fc.integer({ min: -900, max: 900 }), (x, y) => {
        const places = edited(placesOf(wherry), allOf(wherry), movedBy(x, y));
        const { left, top } = edgesOfAll(places.map(({ box }) => box));
        expect(Math.min(left, top)).toBeGreaterThan(-1e-9);
      }),
    );
  });
  it('refuses a place off the face, by its path', () => {
    const wrong = JSON.parse(JSON.stringify(moved));
    wrong.sensors[1].lanes[2].at.x = -1;
    const read = checkInstrument(wrong);
    expect(read.ok ? [] : read.faults.map(({ path }) => path)).toEqual(['sensors.1.lanes.2.at.x']);
  });
});

describe('edits', () => {
  it('align middles on their mean', () => {
    expect(aligned('y')([square(0, 10), square(30, 20), square(60, 60)]).map(({ y }) => y)).toEqual([
      30, 30, 30,
    ]);
  });
  it('space evenly: the same room between each and the next, however large they are, the outermost where they were', () => {
    fc.assert(
      fc.property(boxes, (own) => {
        const next = spaced('x')(own);
        const order = own.map((_, i) => i).sort((a, b) => own[a].x - own[b].x);
        const rooms = order.slice(1).map((i, k) => edgesOf(next[i]).left - edgesOf(next[order[k]]).right);
        for (const room of own.length > 2 ? rooms : []) expect(room).toBeCloseTo(rooms[0], 6);
        for (const i of [order[0], order.at(-1)!]) expect(next[i]).toEqual(own[i]);
      }),
    );
  });
  it('mirror twice, and turn all the way round, to where they were', () => {
    fc.assert(
      fc.property(boxes, (own) => {
        const quarter = turnedBy(90);
        // A quarter turn is about the middle of what then is chosen: four of them come back.
        const back = [mirrored('x')(mirrored('x')(own)), quarter(quarter(quarter(quarter(own))))];
        for (const all of back)
          all.forEach((box, i) => {
            expect(box.x).toBeCloseTo(own[i].x, 6);
            expect(box.y).toBeCloseTo(own[i].y, 6);
            expect((((box.turn - own[i].turn) % 360) + 360) % 360).toBe(0);
          });
      }),
    );
  });
  it('mirror a turned strip to the other side, leaning the other way', () => {
    expect(
      mirrored('x')([square(0, 0, 40, 10, 30), square(100, 0)]).map(({ x, turn }) => [Math.round(x), turn]),
    ).toEqual([
      // Its edges are ±(20 cos 30° + 5 sin 30°) = ±19.82; the other ends at 105: mirrored about 42.59.
      [85, -30],
      [-15, 0],
    ]);
  });
  it('type a number: places keep their distances, sizes become the same', () => {
    const own = [square(10, 0, 5), square(30, 0, 9)];
    expect(withNumber('x', 15)(own).map(({ x }) => x)).toEqual([15, 35]);
    expect(withNumber('width', 12)(own).map(({ width }) => width)).toEqual([12, 12]);
  });
  it('snap an edge or a middle to one of the others, else to whole millimetres', () => {
    const others = [square(100, 50, 20, 20)];
    const near = snapped([square(0, 0)], others, 93.6, 30.2, 2);
    // Its left edge (−5) comes to 90 only by 95: within 2 mm; up and down nothing is near, so y is a whole mm.
    expect(near).toEqual({ x: 95, y: 30, lines: [{ axis: 'x', at: 90 }] });
    // 2.4 and 2.6 mm off are too far.
    expect(snapped([square(0, 0)], others, 92.6, 30.2, 2)).toEqual({ x: 93, y: 30, lines: [] });
    expect(snapped([square(0.4, 0)], [], 10.2, 0, 2)).toMatchObject({ x: 10.6, y: 0, lines: [] });
  });
});
