import type { Instrument } from '../instrument/document';
import type { Mark } from '../prove/intended';
import type { ErrorKind } from '../prove/errors';
import { random, type Random } from '../signal/random';
import type { Frames } from '../signal/take';
import { bankNotes, kneeSwitch, strikePads, touchPads } from './bank-instruments';
import { breathNote, identityInstrument, levelWith, oneSided } from './identity-response';

/** For tests: a take with faults that were put into it on purpose, and how many of each sort there are. */
export interface Injected {
  instrument: Instrument;
  take: Frames;
  marks: Mark[];
  injected: Partial<Record<ErrorKind, number>>;
}

/** A swing of a level: when, how long, ms, how far, counts. */
interface Swing {
  atMs: number;
  forMs: number;
  far: number;
  riseMs: number;
}

/** Straight up, held, straight down. */
const swung = (t: number, { atMs, forMs, far, riseMs }: Swing): number =>
  far * Math.max(0, Math.min(1, (t - atMs) / riseMs, (atMs + forMs - t) / riseMs));

/** A column of swings about a level, a sample a ms, without noise. */
function swings(ms: number, rest: number, all: readonly Swing[]): Float64Array {
  const sum = new Float64Array(Math.round(ms)).fill(rest);
  for (const own of all) {
    const endMs = Math.min(sum.length, own.atMs + own.forMs);
    for (let t = Math.max(0, Math.floor(own.atMs)); t < endMs; t++) sum[t] += swung(t, own);
  }
  return sum;
}

/** Frames of 1 kHz. @param noise σ, which is added to each count */
function framesOf(channels: string[], noise: number, r: Random, columns: readonly Float64Array[]): Frames {
  const frames = columns[0].length;
  const counts = new Uint16Array(frames * channels.length);
  for (let t = 0, at = 0; at < counts.length; t++)
    for (const column of columns) counts[at++] = Math.max(0, Math.round(column[t] + noise * r.gauss()));
  return { channels, tUs: Float64Array.from({ length: frames }, (_, i) => 1000 * i), counts };
}

const NOISE = 2;
/** The gesture of breath in which rest creeps up. */
const CREEPS = 20;
const times = <T>(n: number, of: (i: number) => T): T[] => Array.from({ length: n }, (_, i) => of(i));

/** Breath over rest 1000: on 26 counts from it, off 6. Every so often a gesture too soft, a knock, a dip, or rest that has crept. */
export function injectedBreath(seed: number): Injected {
  const r = random(seed);
  const injected = { missed: 0, phantom: 0, doubled: 0, stuck: 0 };
  const played: Swing[] = [];
  const marks: Mark[] = [];
  // Rest creeps up once, by less than it takes to be played and more than it takes to let go.
  const creep = { fromMs: Infinity, by: r.between(18, 22) };
  let atMs = 400;
  times(24, (i) => {
    const kind = r.whole(0, 7);
    const forMs = r.between(120, 500);
    const riseMs = r.between(4, 40);
    const swing = { atMs, forMs: forMs + 2 * riseMs, far: r.between(150, 900), riseMs };
    // Its note never ends, and those after it never begin.
    if (i === CREEPS) {
      creep.fromMs = atMs + swing.forMs / 2;
      injected.stuck++;
    } else if (i > CREEPS) injected.missed++;
    else if (kind === 0) {
      swing.far = r.between(13.5, 15);
      injected.missed++;
    } else if (kind === 1) {
      const knockMs = atMs + swing.forMs + r.between(200, 300);
      played.push({ atMs: knockMs, forMs: r.between(3, 14), far: r.between(60, 400), riseMs: 0.1 });
      injected.phantom++;
    } else if (kind === 2 && riseMs < 20) {
      const [dipMs, forDipMs] = [atMs + riseMs + r.between(12, 20), r.between(7, 16)];
      played.push({ atMs: dipMs, forMs: forDipMs, far: -swing.far, riseMs: 0.1 });
      injected.doubled++;
    }
    played.push(swing);
    marks.push({ tUs: 1000 * (atMs + r.between(-60, 60)) });
    atMs += swing.forMs + r.between(600, 900);
  });
  const column = swings(atMs + 600, 1000, played).map(
    (count, t) => count + (t > creep.fromMs ? creep.by : 0),
  );
  const take = framesOf(['breath'], NOISE, r, [column]);
  const instrument = identityInstrument([breathNote(r.whole(0, 1) * 3)]);
  const up = { reach: 900, dead: 26, on: 26, off: 6 };
  instrument.sensors[0].calibration = levelWith(oneSided, { up, noise: NOISE });
  return { instrument, take, marks, injected };
}

/** Pads of touch, untouched 300, touched 400: on at 60 counts, off at 40. Some touched too lightly, some knocked, some with a finger that jumps. */
export function injectedPads(seed: number): Injected {
  const r = random(seed);
  const injected = { missed: 0, phantom: 0, doubled: 0, wrong: 0 };
  const played: (Swing & { pad: number })[] = [];
  const marks: Mark[] = [];
  let atMs = 500;
  times(40, () => {
    const pad = r.whole(0, 3);
    const kind = r.whole(0, 9);
    const riseMs = r.between(2, 10);
    const swing = { pad, atMs, forMs: r.between(80, 300), far: r.between(85, 110), riseMs };
    let note = 60 + pad;
    if (kind === 0) {
      swing.far = r.between(45, 54);
      injected.missed++;
    } else if (kind === 1) {
      played.push({
        pad: r.whole(0, 3),
        atMs: atMs + swing.forMs + r.between(130, 160),
        forMs: r.between(2, 14),
        far: 90,
        riseMs: 0.1,
      });
      injected.phantom++;
    } else if (kind === 2) {
      played.push({
        pad,
        atMs: atMs + riseMs + r.between(15, 30),
        forMs: r.between(4, 20),
        far: -90,
        riseMs: 0.1,
      });
      injected.doubled++;
    } else if (kind === 3) {
      note += 1;
      injected.wrong++;
    }
    played.push(swing);
    marks.push({ tUs: 1000 * (atMs + r.between(-50, 50)), note });
    atMs += swing.forMs + r.between(300, 500);
  });
  const columns = times(4, (pad) =>
    swings(
      atMs + 300,
      300,
      played.filter((own) => own.pad === pad),
    ).map((count) => Math.max(280, count)),
  );
  const take = framesOf(
    times(4, (i) => `p${i}`),
    1,
    r,
    columns,
  );
  const pads = touchPads([60, 61, 62, 63]);
  const instrument = { ...identityInstrument([bankNotes(pads, 'touch')]), sensors: [pads] };
  return { instrument, take, marks, injected };
}

/** Breath that fingers choose the note of: some of two fingers land apart, so that another note is passed. */
export function injectedFingers(seed: number): Injected {
  const r = random(seed);
  const injected = { passing: 0 };
  const breath: Swing[] = [];
  const fingers: (Swing & { pad: number })[] = [];
  let atMs = 500;
  times(16, () => {
    const forMs = r.between(500, 900);
    breath.push({ atMs, forMs, far: 500, riseMs: 10 });
    const first = r.whole(0, 3);
    const begins = atMs - r.between(60, 120);
    const changes = atMs + r.between(200, 300);
    fingers.push({ pad: first, atMs: begins, forMs: changes - begins + 40, far: 100, riseMs: 3 });
    const others = [0, 1, 2, 3].filter((pad) => pad !== first);
    const [over, to] = r.next() < 0.5 ? others : [others[1], others[0]];
    if (r.next() < 0.5) {
      // One finger brushes another pad on its way.
      fingers.push({ pad: over, atMs: changes - r.between(16, 38), forMs: 60, far: 100, riseMs: 2 });
      injected.passing++;
    }
    fingers.push({ pad: to, atMs: changes, forMs: atMs + forMs - changes + 100, far: 100, riseMs: 3 });
    atMs += forMs + r.between(500, 700);
  });
  const pads = touchPads([60, 62, 64, 65]);
  const note = breathNote(0, {
    pitch: { is: 'chosen', by: 'last', source: { sensor: 'pads', port: 'touch' } },
    velocity: { is: 'fixed', value: 90 },
  });
  const instrument = identityInstrument([note]);
  instrument.sensors[0].calibration = levelWith(oneSided, { noise: NOISE });
  instrument.sensors.push(pads);
  const columns = [
    swings(atMs + 300, 1000, breath),
    ...times(4, (pad) =>
      swings(
        atMs + 300,
        300,
        fingers.filter((own) => own.pad === pad),
      ).map((count) => Math.min(400, count)),
    ),
  ];
  const take = framesOf(['breath', ...times(4, (i) => `p${i}`)], 1, r, columns);
  return { instrument, take, marks: breath.map((s) => ({ tUs: 1000 * s.atMs })), injected };
}

/** Stones that are struck, full at 1000 counts, on at 200: some too softly, some that ring past a mask of 20 ms. */
export function injectedStrikes(seed: number): Injected {
  const r = random(seed);
  const injected = { missed: 0, doubled: 0 };
  const strikes: { pad: number; atMs: number; far: number; tauMs: number }[] = [];
  const marks: Mark[] = [];
  let atMs = 500;
  times(40, () => {
    const pad = r.whole(0, 2);
    const strike = { pad, atMs, far: r.between(400, 1000), tauMs: r.between(2, 4) };
    const kind = r.whole(0, 5);
    if (kind === 0) {
      strike.far = r.between(60, 150);
      injected.missed++;
    } else if (kind === 1) {
      Object.assign(strike, { far: r.between(700, 1000), tauMs: r.between(28, 32) });
      injected.doubled++;
    }
    strikes.push(strike);
    marks.push({ tUs: 1000 * (atMs + r.between(-30, 30)), lane: `x${pad}` });
    atMs += r.between(250, 500);
  });
  const columns = times(3, () => new Float64Array(Math.round(atMs + 300)).fill(2048));
  for (const { pad, ...strike } of strikes)
    for (let t = Math.ceil(strike.atMs); t < strike.atMs + 200; t++)
      columns[pad][t] += ringing(strike, t - strike.atMs);
  const take = framesOf(
    times(3, (i) => `x${i}`),
    1,
    r,
    columns,
  );
  const lanes = times(3, (i) => ({ lane: `x${i}`, rest: 2048, noise: 1, on: 200, full: 1050 }));
  const stones = strikePads([60, 62, 64], { halfLifeMs: 2, lanes });
  const voice = bankNotes(stones, 'hit', { velocity: { is: 'strike', from: 1, to: 127 } });
  return { instrument: { ...identityInstrument([voice]), sensors: [stones] }, take, marks, injected };
}

/** A swing about rest that dies away. @param ms since it was struck */
const ringing = ({ far, tauMs }: { far: number; tauMs: number }, ms: number): number =>
  far * Math.exp(-ms / tauMs) * (ms % 4 < 2 ? 1 : -0.8);

/** A knee switch without debounce: some presses bounce for longer than it waits. */
export function injectedPresses(seed: number): Injected {
  const r = random(seed);
  const injected = { doubled: 0 };
  const edges: [ms: number, closed: number][] = [];
  const marks: Mark[] = [];
  let atMs = 400;
  times(30, () => {
    edges.push([atMs, 1]);
    if (r.next() < 0.2) {
      const openMs = r.between(4, 8);
      edges.push([atMs + openMs, 0], [atMs + openMs + r.between(1, 4), 1]);
      injected.doubled++;
    }
    const forMs = r.between(80, 300);
    edges.push([atMs + forMs, 0]);
    marks.push({ tUs: 1000 * (atMs + r.between(-40, 40)) });
    atMs += forMs + r.between(150, 400);
  });
  const knee = kneeSwitch({ debounceMs: 2 });
  const instrument = { ...identityInstrument([bankNotes(knee, 'closed')]), sensors: [knee] };
  const take: Frames = {
    ...framesOf([], 0, r, [new Float64Array(Math.round(atMs + 300))]),
    edges: {
      contacts: ['knee'],
      tUs: Float64Array.from(edges, ([ms]) => Math.round(1000 * ms)),
      contact: new Uint16Array(edges.length),
      closed: Uint8Array.from(edges, ([, closed]) => closed),
    },
  };
  return { instrument, take, marks, injected };
}
