import type { PlacePoint } from './calibration';
import { placeMap } from './map';

/** How far each inner mark lies from the map through the others, share of the length. */
export const residualsOf = (map: readonly PlacePoint[]): number[] =>
  map.slice(1, -1).flatMap((point, i) => {
    const others = map.filter((_, k) => k !== i + 1);
    return others.length < 2 ? [] : [placeMap(others)(point.count) - point.place];
  });
