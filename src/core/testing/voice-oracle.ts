/**
 * What the maker's handbook says that fingers, joined gates and frets play (6), in time and floating point, without any of the engine's
 * integers. Each is told when something changes, ms, and says which notes begin and end. It knows nothing of the wire, which has room.
 */

/** A note that begins, or one that ends where it is below 0. */
export interface Heard {
  ms: number;
  note: number;
}

/** Something that is open from one time to another, ms. */
export type Span = readonly [from: number, to: number];

const isOpen = (spans: readonly Span[], ms: number): boolean =>
  spans.some(([from, to]) => ms >= from && ms < to);

/** A fingering: signs 1, 0 and x, and its note. */
export interface Row {
  keys: string;
  note: number;
}

/**
 * Fingers choose a note while it is blown: once none has moved for the settle time, the first row that fits, or differs by the fewest fingers.
 * Blown while they move, it waits until they rest.
 * @param fingers when each is down @param blown when it is blown @param untilMs to where it is followed, ms by ms
 */
export function fingered(
  table: readonly Row[],
  fingers: readonly (readonly Span[])[],
  blown: readonly Span[],
  {
    settleMs,
    unassigned,
    untilMs,
  }: { settleMs: number; unassigned: 'nearest' | 'hold' | 'silence'; untilMs: number },
): Heard[] {
  const heard: Heard[] = [];
  let moved = -Infinity;
  let before = '';
  let sounds: number | null = null;
  let found: number | null | 'hold' = null;
  const differs = (row: Row, held: string) =>
    Array.from(row.keys).filter((sign, i) => sign !== 'x' && sign !== held[i]).length;
  const play = (ms: number, note: number | null) => {
    if (note === sounds) return;
    if (note !== null) heard.push({ ms, note });
    if (sounds !== null) heard.push({ ms, note: -sounds });
    sounds = note;
  };
  for (let ms = 0; ms < untilMs; ms++) {
    const held = fingers.map((spans) => (isOpen(spans, ms) ? '1' : '0')).join('');
    if (held !== before) moved = ms;
    before = held;
    const rests = ms - moved >= settleMs;
    if (rests) {
      const least = Math.min(...table.map((row) => differs(row, held)));
      const best = table.find((row) => differs(row, held) === least)!;
      found = least === 0 || unassigned === 'nearest' ? best.note : unassigned === 'hold' ? 'hold' : null;
    }
    if (!isOpen(blown, ms)) play(ms, null);
    else if (rests && found !== 'hold') play(ms, found);
  }
  return heard;
}

/**
 * A note of a gate that another must join, that lasts for a time, or that a third holds.
 * @param gate, joined, holds when each is open; joined null where none is asked for
 */
export function gated(
  gate: readonly Span[],
  { joined, lastsMs, holds }: { joined: readonly Span[] | null; lastsMs?: number; holds?: readonly Span[] },
  untilMs: number,
): { begins: number; ends: number }[] {
  const notes: { begins: number; ends: number }[] = [];
  let sounds = false;
  let since = 0;
  let spent = false;
  const end = (ms: number) => {
    if (sounds) notes[notes.length - 1].ends = ms;
    sounds = false;
  };
  for (let ms = 0; ms < untilMs; ms++) {
    const open = isOpen(gate, ms);
    const wants = open && (joined === null || isOpen(joined, ms));
    // Its gate opening again strikes anew.
    if (gate.some(([from]) => from === ms)) {
      end(ms);
      spent = false;
    }
    if (!wants) spent = false;
    if (sounds && lastsMs !== undefined && ms - since >= lastsMs) {
      end(ms);
      spent = wants;
    }
    if (sounds && lastsMs === undefined && !wants && !(holds && isOpen(holds, ms))) end(ms);
    if (!sounds && wants && !spent) {
      sounds = true;
      since = ms;
      notes.push({ begins: ms, ends: Infinity });
    }
  }
  return notes;
}

/**
 * The notes that a place plays where it is fretted: the nearest note at the touch, another once the place lies past a boundary by the
 * hysteresis and has stayed nearest to the same note for the settle time.
 * @param path pitch each ms, semitones; null where it is not touched @param grid semitones, rising
 */
export function fretted(
  path: readonly (number | null)[],
  grid: readonly number[],
  { hysteresis, settleMs }: { hysteresis: number; settleMs: number },
): Heard[] {
  const heard: Heard[] = [];
  let sounds: number | null = null;
  let wanted: { note: number; since: number } | null = null;
  const nearest = (pitch: number) =>
    grid.reduce((best, note) => (Math.abs(note - pitch) <= Math.abs(best - pitch) ? note : best));
  const boundary = (a: number, b: number) => {
    // The geometric mean of their frequencies.
    const hz = Math.sqrt(440 * 2 ** ((a - 69) / 12) * 440 * 2 ** ((b - 69) / 12));
    return 69 + 12 * Math.log2(hz / 440);
  };
  path.forEach((pitch, ms) => {
    if (pitch === null) {
      if (sounds !== null) heard.push({ ms, note: -sounds });
      sounds = null;
      wanted = null;
      return;
    }
    if (sounds === null) {
      sounds = nearest(pitch);
      heard.push({ ms, note: sounds });
      return;
    }
    const at = grid.indexOf(sounds);
    const low = at === 0 ? -Infinity : boundary(grid[at - 1], sounds) - hysteresis;
    const high = at === grid.length - 1 ? Infinity : boundary(sounds, grid[at + 1]) + hysteresis;
    if (pitch >= low && pitch < high) {
      wanted = null;
      return;
    }
    const note = nearest(pitch);
    if (wanted?.note !== note) wanted = { note, since: ms };
    if (ms - wanted.since < settleMs) return;
    heard.push({ ms, note }, { ms, note: -sounds });
    sounds = note;
    wanted = null;
  });
  return heard;
}
