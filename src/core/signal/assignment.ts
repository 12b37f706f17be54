/** What a row could be paired with, and at what cost: 0 … twice what it costs to leave one alone. */
export interface Candidate {
  column: number;
  cost: number;
}

/**
 * Pairs rows with columns, each with one at most, at the least cost in all; whatever is left alone costs `alone`, on either side. By shortest
 * augmenting paths (Jonker & Volgenant, Computing 38, 1987), over the candidates only: rows that have none in common do not meet.
 * @param candidates of each row; columns are 0 … `columns` − 1
 * @returns of each row its column, or −1
 */
export function assign(
  candidates: readonly (readonly Candidate[])[],
  columns: number,
  alone: number,
): Int32Array {
  // A column that is paired saves what it costs alone; a row left alone has a column of its own.
  const edges = candidates.map((row, i) => [
    ...row.map(({ column, cost }) => ({ column, cost: cost - alone })),
    { column: columns + i, cost: alone },
  ]);
  const all = columns + candidates.length;
  const price = new Float64Array(all);
  const owner = new Int32Array(all).fill(-1);
  const paired = new Int32Array(candidates.length).fill(-1);
  const paidFor = (row: number, column: number) => edges[row].find((e) => e.column === column)!.cost;
  for (let row = 0; row < edges.length; row++) {
    const path = shortestPath(row, { edges, price, owner, paidFor, paired });
    // Along the path every row moves on by one column.
    for (let column = path.end; ;) {
      const from = path.from.get(column)!;
      const next = paired[from];
      owner[column] = from;
      paired[from] = column;
      if (from === row) break;
      column = next;
    }
  }
  return paired.map((column) => (column < columns ? column : -1));
}

interface Pairing {
  edges: readonly (readonly Candidate[])[];
  price: Float64Array;
  owner: Int32Array;
  paired: Int32Array;
  paidFor: (row: number, column: number) => number;
}

/** From a row to the nearest free column; prices of the columns that were passed rise by what they were nearer. */
function shortestPath(
  row: number,
  { edges, price, owner, paired, paidFor }: Pairing,
): { end: number; from: Map<number, number> } {
  const open = new Map<number, number>();
  const done = new Map<number, number>();
  const from = new Map<number, number>();
  const look = (own: number, base: number) => {
    for (const { column, cost } of edges[own]) {
      const length = base + cost - price[column];
      if (done.has(column) || length >= (open.get(column) ?? Infinity)) continue;
      open.set(column, length);
      from.set(column, own);
    }
  };
  look(row, 0);
  for (;;) {
    let [nearest, length] = [-1, Infinity];
    for (const [column, own] of open) if (own < length) [nearest, length] = [column, own];
    open.delete(nearest);
    const own = owner[nearest];
    if (own < 0) {
      for (const [column, passed] of done) price[column] += passed - length;
      return { end: nearest, from };
    }
    done.set(nearest, length);
    look(own, length - (paidFor(own, paired[own]) - price[nearest]));
  }
}
