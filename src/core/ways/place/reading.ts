import type { Picture } from '../../calibrate/picture';
import type { LaneReading } from '../../calibrate/report';
import { round } from '../../units/round';
import { steepest } from './lane-level';
import { placeMap } from './map';
import type { PlacedLane, PlaceModel } from './placed-lane';

/** The few numbers of a lane: errors in mm and cents, what a count and the noise are worth, how far it is from its sheet. */
export function readingOf(
  { record, touches, residuals, lifts }: PlacedLane,
  { reads, mm, octaves }: PlaceModel,
  bits: number,
): LaneReading {
  const worst = residuals.reduce((most, r) => Math.max(most, Math.abs(r)), 0);
  const cents = 1200 * octaves;
  const perCount = steepest(record);
  const off = record.map.map(({ count, place }) => Math.abs(count / (2 ** bits - 1) - reads(place)));
  return {
    lane: record.lane,
    gestures: touches.length + lifts.length,
    numbers: {
      on: record.on,
      'residual mm': round(worst * mm, 2),
      'residual cents': round(worst * cents, 1),
      'cents a count': round(perCount * cents, 2),
      'noise cents': round(perCount * record.touchedNoise * cents, 1),
      'from its sheet %': round(100 * Math.max(...off), 2),
    },
  };
}

/** The touches against the map, and what the sheet says. */
export function pictureOf({ record }: PlacedLane, { reads, mm }: PlaceModel, bits: number): Picture {
  const { map, lane } = record;
  const at = placeMap(map);
  const [first, last] = [map[0].count, map[map.length - 1].count];
  const steps = Array.from({ length: 41 }, (_, i) => i / 40);
  return {
    lane,
    title: 'Where it is, by what it reads',
    x: { label: 'reading', unit: 'counts' },
    y: { label: 'place', unit: 'mm' },
    lines: [
      {
        name: 'your touches',
        dots: true,
        points: map.map(({ count, place }) => [count, round(place * mm, 1)]),
      },
      {
        name: 'map',
        points: steps.map((s) => {
          const count = first + s * (last - first);
          return [round(count, 1), round(at(count) * mm, 2)];
        }),
      },
      {
        name: 'by its sheet',
        predicted: true,
        points: steps
          .map((s): [number, number] => [round(reads(s) * (2 ** bits - 1), 1), round(s * mm, 1)])
          .sort((a, b) => a[0] - b[0]),
      },
    ],
    marks: [],
  };
}
