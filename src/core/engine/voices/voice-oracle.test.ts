import { expect, it } from 'vitest';
import { compile } from '../../compile/compile';
import type { Instrument } from '../../instrument/document';
import type { FingeringPitch, NoteVoice } from '../../instrument/voices';
import { splitMessages } from '../../midi/messages';
import { random, type Random } from '../../signal/random';
import type { Frames } from '../../signal/take';
import { bankNotes, instrumentOf, kneeSwitch, touchPads } from '../../testing/bank-instruments';
import { framesFrom } from '../../testing/play';
import { strings, stringCount } from '../../testing/strings';
import { fingered, fretted, gated, type Heard, type Span } from '../../testing/voice-oracle';
import { run } from '../run';

/** Pads and ribbons take their rest in it. */
const POWER_UP = 120;
const UNTIL_MS = 3000;

/** Notes of the engine, ms after power-up, an end below 0. */
const heardOf = (instrument: Instrument, take: Frames): Heard[] =>
  run(compile(instrument), take).flatMap(({ tUs, bytes }) =>
    splitMessages(bytes).flatMap(([status, note]) =>
      status >> 5 === 4
        ? [{ ms: Math.round(tUs / 1000) - POWER_UP, note: status >> 4 === 9 ? note : -note }]
        : [],
    ),
  );

/** Spans that do not touch, 25 ms long or more: shorter than a settle time, and longer. */
function randomSpans(r: Random, shortest = 25): Span[] {
  const spans: Span[] = [];
  for (let at = r.whole(1, 300); at < UNTIL_MS - 400;) {
    const to = at + r.whole(shortest, 500);
    spans.push([at, to]);
    at = to + r.whole(shortest, 300);
  }
  return spans;
}

const STEP_MS = 12;
/** Spans that begin and end at whole steps, later by so many ms. */
const stepped = (spans: readonly Span[], laterMs = 0): Span[] =>
  spans
    .map((span) => span.map((ms) => STEP_MS * Math.ceil(ms / STEP_MS) + laterMs) as [number, number])
    .filter(([from, to], i, all) => to > from && (i === 0 || from > all[i - 1][1]));
const isOpen = (spans: readonly Span[], ms: number) => spans.some(([from, to]) => ms >= from && ms < to);

/** Columns by spans, ms by ms, after a rest. @param open, shut counts */
const columns = (spans: readonly (readonly Span[])[], open: number, shut: number): number[][] =>
  Array.from({ length: POWER_UP + UNTIL_MS }, (_, i) =>
    spans.map((own) => (isOpen(own, i - POWER_UP) ? open : shut)),
  );

/** Edges of the knee. */
const kneeEdges = (spans: readonly Span[]) => {
  const changes = spans.flatMap(([from, to]) => [
    [from, 1],
    [to, 0],
  ]);
  return {
    contacts: ['knee'],
    tUs: Float64Array.from(changes, ([ms]) => (ms + POWER_UP) * 1000 - 500),
    contact: new Uint16Array(changes.length),
    closed: Uint8Array.from(changes, ([, closed]) => closed),
  };
};

/** Each of one list has its like in the other, in order, no further than so many ms away. */
function expectAlike(got: readonly Heard[], want: readonly Heard[], withinMs: number, what: string): void {
  expect(
    got.map(({ note }) => note),
    what,
  ).toEqual(want.map(({ note }) => note));
  got.forEach(({ ms }, i) =>
    expect(Math.abs(ms - want[i].ms), `${what}, ${i}`).toBeLessThanOrEqual(withinMs),
  );
}

it('fingers play what the handbook says, whichever land first, whatever the table and what is in none', () => {
  let notes = 0;
  for (let seed = 1; seed <= 40; seed++) {
    const r = random(seed);
    const count = r.whole(2, 6);
    const table = Array.from({ length: r.whole(2, 10) }, (_, i) => ({
      keys: Array.from({ length: count }, () => '01x1'[r.whole(0, 3)]).join(''),
      note: 40 + i,
    })).filter(({ keys }, i, all) => all.findIndex((row) => row.keys === keys) === i);
    const unassigned = (['nearest', 'hold', 'silence'] as const)[seed % 3];
    // Fingers move at whole steps of time, settle between two, and are blown between those: which came first is never in doubt.
    const settleMs = STEP_MS * r.whole(0, 3) + STEP_MS / 2;
    const pads = touchPads(Array.from({ length: count }, () => 60));
    const pitch: FingeringPitch = {
      is: 'fingering',
      fingers: [{ source: { sensor: 'pads', port: 'touch' } }],
      table,
      unassigned,
      settleMs,
    };
    const voice: NoteVoice = { ...bankNotes(pads, 'touch'), gate: { sensor: 'knee', port: 'closed' }, pitch };
    const instrument = instrumentOf([pads, kneeSwitch({ debounceMs: 1 })], [voice]);
    const fingers = Array.from({ length: count }, () => stepped(randomSpans(r, STEP_MS)));
    const blown = stepped(randomSpans(r, 5 * STEP_MS), STEP_MS / 4);
    const take = { ...framesFrom(instrument, columns(fingers, 400, 300)), edges: kneeEdges(blown) };
    const want = fingered(table, fingers, blown, { settleMs, unassigned, untilMs: UNTIL_MS });
    const got = heardOf(instrument, take);
    // Rows are looked through over two frames at most.
    expectAlike(got, want, 2, `seed ${seed}`);
    notes += got.length;
  }
  expect(notes).toBeGreaterThan(400);
});

it('a gate that another joins, that lasts, or that a third holds, begins and ends when it should', () => {
  for (let seed = 1; seed <= 60; seed++) {
    const r = random(seed);
    const pads = touchPads([60]);
    const sort = (['joined', 'lasts', 'held', 'joined and lasts'] as const)[seed % 4];
    const [gate, other] = [randomSpans(r), randomSpans(r, 30)];
    const lastsMs = sort.includes('lasts') ? r.whole(40, 700) : undefined;
    const knee = { sensor: 'knee', port: 'closed' };
    const asked = {
      joined: sort.includes('joined') ? other : null,
      lastsMs,
      ...(sort === 'held' ? { holds: other } : {}),
    };
    const voice: NoteVoice = {
      ...bankNotes(pads, 'touch'),
      ...(asked.joined ? { and: knee } : {}),
      ...(sort === 'held' ? { heldBy: knee } : {}),
      ...(lastsMs === undefined ? {} : { lastsMs }),
    };
    const instrument = instrumentOf([pads, kneeSwitch({ debounceMs: 1 })], [voice]);
    const take = { ...framesFrom(instrument, columns([gate], 400, 300)), edges: kneeEdges(other) };
    const want = gated(gate, asked, UNTIL_MS);
    const got = heardOf(instrument, take);
    const begins = got.filter(({ note }) => note > 0).map(({ ms }) => ms);
    const ends = got.filter(({ note }) => note < 0).map(({ ms }) => ms);
    expect(begins.length, `${seed} ${sort}`).toBe(want.length);
    // A length is a whole number of slow ticks, 16.4 ms, and begins within one.
    const within = lastsMs === undefined ? 2 : 34;
    want.forEach((own, i) => {
      expect(Math.abs(begins[i] - own.begins), `${seed} ${sort}, begins ${i}`).toBeLessThanOrEqual(within);
      if (own.ends < Infinity)
        expect(Math.abs(ends[i] - own.ends), `${seed} ${sort}, ends ${i}`).toBeLessThanOrEqual(within);
    });
  }
});

it('a fretted place plays the nearest note of its scale, past boundaries by the hysteresis, after the settle time', () => {
  const grids = [
    Array.from({ length: 25 }, (_, i) => 48 + i),
    [48, 50, 52, 53, 55, 57, 59, 60, 62, 64, 65, 67, 69, 71, 72],
  ];
  let notes = 0;
  for (let seed = 1; seed <= 40; seed++) {
    const r = random(seed);
    const grid = grids[seed % 2];
    const settleMs = seed % 3 === 0 ? 0 : r.whole(3, 30);
    // A rest lies 20 cents off its note at most: past any boundary by more than this.
    const hysteresisCents = r.whole(5, 25);
    const instrument = strings(
      1,
      { school: 'fretted', hysteresisCents, settleMs },
      { is: 'single', id: 'z', channel: 1 },
      grid === grids[1] ? { tuning: 'c' } : {},
    );
    instrument.tunings = [{ is: 'scale', id: 'c', name: 'C major', key: 0, notes: [0, 2, 4, 5, 7, 9, 11] }];
    const path = wander(r, grid);
    const take = framesFrom(instrument, [
      ...new Array<number>(POWER_UP).fill(0),
      ...path.map((p) => (p === null ? 0 : stringCount((p - 48) / 24))),
    ]);
    // A place is told a frame late, once two frames agree; its first note settles too.
    const want = fretted(path, grid, { hysteresis: hysteresisCents / 100, settleMs });
    const got = heardOf(instrument, take);
    const sequence = (heard: readonly Heard[]) =>
      heard.filter(({ note }) => note > 0).map(({ note }) => note);
    expect(sequence(got), `seed ${seed}`).toEqual(sequence(want));
    const late = got
      .filter(({ note }) => note > 0)
      .map(({ ms }, i) => ms - want.filter(({ note }) => note > 0)[i].ms);
    expect(Math.max(...late), `seed ${seed}`).toBeLessThanOrEqual(4 + settleMs);
    expect(Math.min(...late), `seed ${seed}`).toBeGreaterThanOrEqual(0);
    notes += late.length;
  }
  expect(notes).toBeGreaterThan(200);
});

/** Touches that rest in the middle of notes and slide between them, faster and slower than a settle time. */
function wander(r: Random, grid: readonly number[]): (number | null)[] {
  const path: (number | null)[] = [];
  while (path.length < UNTIL_MS - 300) {
    path.push(...new Array<null>(r.whole(30, 80)).fill(null));
    const near = () => grid[r.whole(1, grid.length - 2)] + r.between(-0.2, 0.2);
    let at = near();
    path.push(...new Array<number>(r.whole(70, 150)).fill(at));
    for (let n = r.whole(0, 3); n > 0; n--) {
      const to = near();
      const frames = r.whole(20, 160);
      for (let i = 1; i <= frames; i++) path.push(at + ((to - at) * i) / frames);
      at = to;
      path.push(...new Array<number>(r.whole(70, 120)).fill(at));
    }
  }
  return [...path, ...new Array<null>(60).fill(null)];
}
