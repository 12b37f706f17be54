/** A switch of a matrix, by its row and its column. */
export interface Crossing {
  row: number;
  column: number;
}

/** Three switches of a matrix without diodes that close a fourth, by their places: the corners of a rectangle. */
export interface GhostChord {
  pressed: [number, number, number];
  ghost: number;
}

/** Where the switches of a matrix lie that is filled row by row. */
export const crossingsOf = (switches: number, columns: number): Crossing[] =>
  Array.from({ length: switches }, (_, i) => ({ row: Math.floor(i / columns), column: i % columns }));

/** Every chord of three that closes a fourth switch, where none has a diode. @param at of each switch, no two alike */
export function ghostChords(at: readonly Crossing[]): GhostChord[] {
  const place = new Map(at.map(({ row, column }, i) => [`${row} ${column}`, i]));
  return at.flatMap(({ row, column }, ghost) =>
    at.flatMap((across, a) => {
      if (across.row !== row || a === ghost) return [];
      return at.flatMap((along, b) => {
        const corner = place.get(`${along.row} ${across.column}`);
        if (along.column !== column || b === ghost || corner === undefined) return [];
        return [{ pressed: [a, b, corner].sort((x, y) => x - y) as [number, number, number], ghost }];
      });
    }),
  );
}
