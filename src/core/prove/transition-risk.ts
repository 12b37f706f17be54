import type { Fingered } from '../pitch/fingerings';

/** What fingers that land one after another can sound between two fingerings. */
export interface Transition {
  from: number;
  to: number;
  /** Places in the table of fingerings that other orders of the fingers pass, none twice; those that sound as one of both are no ghosts. */
  ghosts: number[];
  /** Fingers that move. */
  moves: number;
}

/** More moving fingers than this have too many orders to be looked at one by one; their subsets are few enough up to here. */
const MOST_MOVING = 12;

/** Whether a mask of fingers fits a fingering. @param open a sign a finger, 1 or 0 */
const fits = (keys: string, open: readonly boolean[]): boolean =>
  open.every((own, i) => keys[i] === 'x' || (keys[i] === '1') === own);

/** The first fingering that fits, as the engine looks; −1 for none. */
export const fingeringFor = (table: readonly Fingered[], open: readonly boolean[]): number =>
  table.findIndex(({ keys }) => fits(keys, open));

/** The fingers of a fingering as they are most simply held: what does not matter stays as it is in `before`. */
const heldFor = ({ keys }: Fingered, before: readonly boolean[]): boolean[] =>
  Array.from(keys, (sign, i) => (sign === 'x' ? before[i] : sign === '1'));

/**
 * The other notes that can sound on the way from one fingering to another: every subset of the fingers that move may have landed first.
 * @param from, to places in the table
 */
export function transition(table: readonly Fingered[], from: number, to: number): Transition {
  const begin = heldFor(
    table[from],
    Array.from(table[from].keys, () => false),
  );
  const end = heldFor(table[to], begin);
  const moving = begin.flatMap((own, i) => (own === end[i] ? [] : [i]));
  const ghosts = new Set<number>();
  const subsets =
    moving.length > MOST_MOVING ? [] : Array.from({ length: 2 ** moving.length - 2 }, (_, i) => i + 1);
  for (const subset of subsets) {
    const open = [...begin];
    moving.forEach((finger, k) => {
      if ((subset >> k) & 1) open[finger] = end[finger];
    });
    const found = fingeringFor(table, open);
    if (found >= 0 && table[found].note !== table[from].note && table[found].note !== table[to].note)
      ghosts.add(found);
  }
  return { from, to, ghosts: [...ghosts], moves: moving.length };
}

/** Between every two neighbours by their notes, both ways, in the order of their notes. */
export function neighbourTransitions(table: readonly Fingered[]): Transition[] {
  const rising = table.map((_, i) => i).sort((a, b) => table[a].note - table[b].note);
  return rising
    .slice(1)
    .flatMap((to, i) => [transition(table, rising[i], to), transition(table, to, rising[i])]);
}

/** The same over a tune: notes in order, each by its first fingering; notes without one are passed over. */
export function tuneTransitions(table: readonly Fingered[], notes: readonly number[]): Transition[] {
  const places = notes.flatMap((note) => {
    const at = table.findIndex((own) => Math.round(own.note) === note);
    return at < 0 ? [] : [at];
  });
  return places.slice(1).flatMap((to, i) => (to === places[i] ? [] : [transition(table, places[i], to)]));
}

/** Spread of the fingers' landing where none was recorded, ms: between both (handbook 6: practice). */
export const USUAL_SPREAD_MS = [10, 30] as const;

/**
 * How likely a ghost sounds in a transition, by the settle time. Fingers land evenly spread over some time; what lies between two that
 * follow each other sounds where they lie further apart than it takes to settle. (A model; fingers in truth land together more often.)
 * @param moves fingers that move @param spreadMs from the first finger to the last @returns 0 … 1
 */
export function ghostShare(moves: number, settleMs: number, spreadMs: number): number {
  if (moves < 2) return 0;
  if (settleMs >= spreadMs) return 0;
  // The widest of n − 1 gaps of evenly spread fingers exceeds a share t of the whole: Stevens 1939 (coverage), by inclusion and exclusion.
  const t = settleMs / spreadMs;
  const gaps = moves - 1;
  let within = 0;
  for (let k = 0; k <= gaps && k * t < 1; k++)
    within += (k % 2 === 0 ? 1 : -1) * chooses(gaps, k) * (1 - k * t) ** Math.max(0, gaps - 1);
  return gaps === 1 ? 1 : Math.min(1, Math.max(0, 1 - within));
}

const chooses = (n: number, k: number): number => {
  let result = 1;
  for (let i = 0; i < k; i++) result = (result * (n - i)) / (i + 1);
  return result;
};

/** Ghost notes a hundred transitions against settle time. @param spreadMs the player's own, or a usual one */
export const ghostCurve = (
  transitions: readonly Transition[],
  spreadMs: number,
  mostMs = 60,
): { settleMs: number; ghosts: number }[] =>
  Array.from({ length: mostMs / 2 + 1 }, (_, i) => {
    const settleMs = 2 * i;
    const risky = transitions.filter(({ ghosts }) => ghosts.length > 0);
    const sum = risky.reduce((n, { moves }) => n + ghostShare(moves, settleMs, spreadMs), 0);
    return { settleMs, ghosts: transitions.length === 0 ? 0 : (100 * sum) / transitions.length };
  });

/**
 * The spread of the maker's own fingers: from the first to the last of those that change within a hand's movement, ms, p95 over the take.
 * NaN where fewer than three movements of two fingers or more are in it.
 * @param changesUs when any finger changed, rising
 */
export function fingerSpreadMs(changesUs: readonly number[]): number {
  const spreads: number[] = [];
  let first = 0;
  changesUs.forEach((at, i) => {
    const ends = i + 1 === changesUs.length || changesUs[i + 1] - at > APART_US;
    if (!ends) return;
    if (i > first) spreads.push((at - changesUs[first]) / 1000);
    first = i + 1;
  });
  if (spreads.length < 3) return NaN;
  spreads.sort((a, b) => a - b);
  return spreads[Math.min(spreads.length - 1, Math.floor(0.95 * spreads.length))];
}
/** Changes further apart than this belong to two movements, µs. (Common practice, no source.) */
const APART_US = 60_000;

/** What is wrong with a table as a whole. */
export interface TableCheck {
  /** Fingerings that an earlier one takes: no fingers ever reach them. */
  unreachable: number[];
  /** Pairs that some fingers fit both, and sound otherwise: the first counts. */
  doubled: [number, number][];
  /** How many of all positions of the fingers fit none, and of how many. */
  unassigned: number;
  of: number;
}

/** Fingers up to which every position is looked at. */
const MOST_COUNTED = 16;

/** Whether some fingers fit both. */
const meet = (a: string, b: string): boolean =>
  Array.from(a).every((sign, i) => sign === 'x' || b[i] === 'x' || sign === b[i]);
/** Whether whatever fits b fits a. */
const covers = (a: string, b: string): boolean =>
  Array.from(a).every((sign, i) => sign === 'x' || sign === b[i]);

/** Finds what no fingers reach, what two fingerings claim, and how much is left over (NaN over more than 16 fingers). */
export function checkTable(table: readonly Fingered[]): TableCheck {
  const fingers = table[0]?.keys.length ?? 0;
  const unreachable = table.flatMap(({ keys }, i) =>
    table.slice(0, i).some((before) => covers(before.keys, keys)) ? [i] : [],
  );
  const doubled = table.flatMap(({ keys, note }, i) =>
    table
      .slice(0, i)
      .flatMap((before, k): [number, number][] =>
        before.note !== note && meet(before.keys, keys) && !covers(before.keys, keys) ? [[k, i]] : [],
      ),
  );
  if (fingers > MOST_COUNTED) return { unreachable, doubled, unassigned: NaN, of: 2 ** fingers };
  let unassigned = 0;
  for (let mask = 0; mask < 2 ** fingers; mask++) {
    const open = Array.from({ length: fingers }, (_, i) => ((mask >> i) & 1) === 1);
    if (fingeringFor(table, open) < 0) unassigned++;
  }
  return { unreachable, doubled, unassigned, of: 2 ** fingers };
}
