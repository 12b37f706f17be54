import { reachOf, type Box } from './box';
import { placeWord, type Place } from './places';

/** Two parts that lie over each other, or nearer than their clearance. */
export interface Collision {
  a: Place;
  b: Place;
  /** Least distance between them, mm; below 0 where they overlap, by so much. */
  apartMm: number;
}

/** Least distance between two parts, for fingers, knobs and solder. (Common practice, no source.) */
export const CLEARANCE_MM = 1;

/** Parts that lie nearer to each other than they may, the nearest first. Keys of one keybed touch: they are one part. */
export function collisionsOf(places: readonly Place[]): Collision[] {
  const found = places.flatMap((a, i) =>
    places.slice(i + 1).flatMap((b): Collision[] => {
      if (a.sensor === b.sensor && a.shape === 'keys') return [];
      const apartMm = apart(a.box, b.box);
      return apartMm < CLEARANCE_MM - 1e-9 ? [{ a, b, apartMm }] : [];
    }),
  );
  return found.sort((a, b) => a.apartMm - b.apartMm);
}

/** How far two boxes are apart along the axis that parts them most, mm: never more than they are; below 0 they overlap (separating axes: Gottschalk, Lin & Manocha 1996). */
export function apart(a: Box, b: Box): number {
  const axes = [a, b].flatMap(({ turn }) => [turn, turn + 90]).map((degrees) => (degrees * Math.PI) / 180);
  return axes.reduce((most, angle) => {
    const [x, y] = [Math.cos(angle), Math.sin(angle)];
    const between = Math.abs((b.x - a.x) * x + (b.y - a.y) * y);
    const degrees = (angle * 180) / Math.PI;
    const halves = [a, b].reduce((sum, box) => sum + reachOf({ ...box, turn: box.turn - degrees }).x, 0);
    return Math.max(most, between - halves);
  }, -Infinity);
}

/** What a comfortable hand spans from thumb to little finger, mm. (Common practice, no source.) */
export const HAND_MM = 190;

/** Banks for fingers that lie further apart than one hand spans: from the middle of one lane to that of the furthest. */
export function wideBanks(places: readonly Place[]): { name: string; mm: number }[] {
  const banks = new Map<string, Place[]>();
  for (const place of places)
    if (place.shape !== 'keys' && place.lanes.length === 1)
      banks.set(place.sensor.id, [...(banks.get(place.sensor.id) ?? []), place]);
  return [...banks.values()].flatMap((own) => {
    const mm = own.reduce(
      (most, { box: p }) =>
        own.reduce((far, { box: q }) => Math.max(far, Math.hypot(p.x - q.x, p.y - q.y)), most),
      0,
    );
    return mm > HAND_MM ? [{ name: own[0].sensor.name, mm }] : [];
  });
}

/** What a maker should know of a face before the first hole, a sentence each. */
export function faceWords(places: readonly Place[]): string[] {
  return [
    ...collisionsOf(places).map(({ a, b, apartMm }) =>
      apartMm < 0
        ? `${nameOf(a)} and ${nameOf(b)} lie over each other by ${(-apartMm).toFixed(1)} mm.`
        : `${nameOf(a)} and ${nameOf(b)} are ${apartMm.toFixed(1)} mm apart: ${CLEARANCE_MM} mm at least is wanted.`,
    ),
    ...wideBanks(places).map(
      ({ name, mm }) =>
        `${name} lies over ${mm.toFixed(0)} mm: one hand spans some ${HAND_MM} mm, so it takes two.`,
    ),
  ];
}

/** A place by its sensor, and its lane where that is told apart. */
export function nameOf(place: Place): string {
  const word = placeWord(place);
  return word === place.sensor.name ? word : `${place.sensor.name} ${word}`;
}
