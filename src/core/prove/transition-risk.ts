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

/** A fingering as two words: fingers that count, and which of them are down. */
interface Mask {
  care: number;
  keys: number;
}
const maskOf = ({ keys }: Fingered): Mask => {
  const word = (signs: string) =>
    Array.from(keys).reduce((mask, sign, i) => (signs.includes(sign) ? mask | (1 << i) : mask), 0);
  return { care: word('01'), keys: word('1') };
};

/** The first fingering that fits, as the engine looks; −1 for none. @param open a bit a finger */
const firstFitting = (masks: readonly Mask[], open: number): number =>
  masks.findIndex(({ care, keys }) => ((open ^ keys) & care) === 0);

/** The same of signs. @param held a sign a finger, 1 or 0 */
export const fingeringFor = (table: readonly Fingered[], held: string): number =>
  firstFitting(table.map(maskOf), maskOf({ keys: held, note: 0 }).keys);

/** Up to so many moving fingers every order of landing is looked at; of more, those in which at most two have landed, or have yet to. */
const MOST_MOVING = 8;

/** Which of the fingers that move may have landed, as words of their bits. */
function landed(moving: readonly number[]): number[] {
  const bits = moving.map((finger) => 1 << finger);
  const word = (own: readonly number[]) => own.reduce((mask, bit) => mask | bit, 0);
  if (moving.length <= MOST_MOVING)
    return Array.from({ length: Math.max(0, 2 ** moving.length - 2) }, (_, i) =>
      word(bits.filter((__, k) => ((i + 1) >> k) & 1)),
    );
  const few = bits.flatMap((bit, i) => [bit, ...bits.slice(i + 1).map((other) => bit | other)]);
  return [...few, ...few.map((own) => word(bits) & ~own)];
}

/**
 * The other notes that can sound on the way from one fingering to another: every subset of the fingers that move may have landed first.
 * What does not matter for a fingering stays as it was.
 * @param from, to places in the table
 */
export function transition(
  table: readonly Fingered[],
  from: number,
  to: number,
  masks = table.map(maskOf),
): Transition {
  const begin = masks[from].keys;
  const end = (begin & ~masks[to].care) | masks[to].keys;
  const moving = Array.from(table[from].keys, (_, i) => i).filter((i) => ((begin ^ end) >> i) & 1);
  const ghosts = new Set<number>();
  for (const some of landed(moving)) {
    const found = firstFitting(masks, (begin & ~some) | (end & some));
    if (found >= 0 && table[found].note !== table[from].note && table[found].note !== table[to].note)
      ghosts.add(found);
  }
  return { from, to, ghosts: [...ghosts], moves: moving.length };
}

/** Between every two neighbours by their notes, both ways, in the order of their notes. */
export function neighbourTransitions(table: readonly Fingered[]): Transition[] {
  const rising = table.map((_, i) => i).sort((a, b) => table[a].note - table[b].note);
  const masks = table.map(maskOf);
  return rising
    .slice(1)
    .flatMap((to, i) => [transition(table, rising[i], to, masks), transition(table, to, rising[i], masks)]);
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
const MOST_COUNTED = 14;

/** Whether some fingers fit both. */
const meet = (a: string, b: string): boolean =>
  Array.from(a).every((sign, i) => sign === 'x' || b[i] === 'x' || sign === b[i]);
/** Whether whatever fits b fits a. */
const covers = (a: string, b: string): boolean =>
  Array.from(a).every((sign, i) => sign === 'x' || sign === b[i]);

/** Finds what no fingers reach, what two fingerings claim, and how much is left over (NaN over more than 14 fingers). */
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
  const masks = table.map(maskOf);
  let unassigned = 0;
  for (let open = 0; open < 2 ** fingers; open++) if (firstFitting(masks, open) < 0) unassigned++;
  return { unreachable, doubled, unassigned, of: 2 ** fingers };
}
