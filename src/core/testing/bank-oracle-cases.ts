import { columnsOf, contactsOf } from '../instrument/access';
import type { Instrument } from '../instrument/document';
import { random, type Random } from '../signal/random';
import type { Edges, Frames } from '../signal/take';
import type { ContactsCalibration } from '../ways/contacts/calibration';
import type { StrikeCalibration } from '../ways/strike/calibration';
import type { TouchCalibration } from '../ways/touch/calibration';
import { bankNotes, instrumentOf, kneeSwitch, strikePads, touchPads } from './bank-instruments';
import { pressed, struck, touched, type Oracle } from './bank-oracle';
import type { OracleCase } from './oracle-cases';

const FRAMES = 2000;
/** Frames of rest that a case begins with: power-up, and the first looks of touch pads, are over by then. */
const REST_FRAMES = 80;
const TOP = 4095;

/** A bank of each sort with what judges it; times never fall on a frame's, nor on each other. */
export const BANK_CASES: Record<
  'strike' | 'touch' | 'contacts',
  { oracle: Oracle; of: (r: Random) => OracleCase }
> = {
  strike: { oracle: struck, of: strikeCase },
  touch: { oracle: touched, of: touchCase },
  contacts: { oracle: pressed, of: contactsCase },
};

export const bankCase = (sort: keyof typeof BANK_CASES, seed: number): OracleCase =>
  BANK_CASES[sort].of(random(seed));

const notes = (r: Random): number[] => Array.from({ length: r.whole(1, 6) }, (_, i) => 40 + i);

/** @param at count of a lane at a frame after the rest, asked frame by frame */
function take(
  instrument: Instrument,
  rests: readonly number[],
  at: (lane: number) => number,
  edges?: Edges,
): Frames {
  const channels = columnsOf(instrument);
  const counts = new Uint16Array(FRAMES * channels.length);
  for (let frame = 0; frame < FRAMES; frame++)
    rests.forEach((rest, lane) => {
      const count = frame < REST_FRAMES ? rest : at(lane);
      counts[frame * channels.length + lane] = Math.min(TOP, Math.max(0, Math.round(count)));
    });
  const tUs = Float64Array.from({ length: FRAMES }, (_, i) => i * 1000);
  return { channels, tUs, counts, ...(edges ? { edges } : {}) };
}

/** Strikes that ring down, to either side, shake their neighbours and overlap; now and then a wire comes off. */
function strikeCase(r: Random): OracleCase {
  const half = (low: number, high: number) => r.whole(low, high) + 0.5;
  const windowMs = half(0, 8);
  const shared = {
    windowMs,
    maskMs: half(Math.ceil(windowMs), 40),
    halfLifeMs: half(2, 30),
    lengthMs: half(5, 150),
  };
  const stones = strikePads(notes(r), {
    ...shared,
    ...(r.next() < 0.5 ? { shockShare: r.between(0, 0.5) } : {}),
  });
  const c = stones.calibration as StrikeCalibration;
  for (const lane of c.lanes) {
    const on = r.whole(10, 200);
    Object.assign(lane, { rest: r.whole(500, 3500), on, full: on + r.whole(1, 1500) });
  }
  const rings = c.lanes.map(() => ({ force: 0, phase: 0, off: 0 }));
  const instrument = instrumentOf(
    [stones],
    [bankNotes(stones, 'hit', { velocity: { is: 'strike', from: 1, to: 127 } })],
  );
  const at = (lane: number) => {
    const ring = rings[lane];
    if (r.next() < 0.01) {
      ring.force = r.between(5, 1200);
      for (const other of rings)
        if (other !== ring) other.force = Math.max(other.force, ring.force * r.between(0, 0.3));
    }
    if (r.next() < 0.0005) ring.off = r.whole(1, 300);
    ring.force *= 0.9;
    ring.phase += 1.7;
    if (ring.off-- > 0) return 0;
    return c.lanes[lane].rest + ring.force * Math.cos(ring.phase);
  };
  return {
    instrument,
    take: take(
      instrument,
      c.lanes.map(({ rest }) => rest),
      at,
    ),
  };
}

/** Noise that the untouched level may follow, and how far past a threshold a pad leaps, counts. */
const [NOISE, CLEAR] = [2, 8];

function touchCase(r: Random): OracleCase {
  const falling = r.next() < 0.4;
  const pads = touchPads(notes(r), {
    polarity: falling ? 'falling' : 'rising',
    followPerSecond: r.between(0.1, 60),
    longestTouchS: 60,
  });
  const c = pads.calibration as TouchCalibration;
  const sign = falling ? -1 : 1;
  for (const lane of c.lanes) {
    const off = r.whole(CLEAR + NOISE + 1, 150);
    const on = off + r.whole(1, 150);
    const untouched = r.whole(1200, 2800);
    Object.assign(lane, { untouched, off, on, touched: untouched + sign * (on + 400) });
  }
  const down = c.lanes.map(() => false);
  const instrument = instrumentOf([pads], [bankNotes(pads, 'touch')]);
  const at = (lane: number) => {
    const { untouched, on, off } = c.lanes[lane];
    const turns = r.next() < 0.02;
    if (turns) down[lane] = !down[lane];
    // A touch that has begun may read less than it took to begin it.
    const least = turns ? on : off;
    const d = down[lane] ? least + CLEAR + r.whole(0, 300) : r.whole(-NOISE, NOISE);
    return untouched + sign * d;
  };
  return {
    instrument,
    take: take(
      instrument,
      c.lanes.map(({ untouched }) => untouched),
      at,
    ),
  };
}

function contactsCase(r: Random): OracleCase {
  const knee = kneeSwitch({ rest: r.next() < 0.5 ? 'open' : 'closed', debounceMs: r.whole(0, 40) + 0.25 });
  const lanes = notes(r).map((note, i) => ({ id: `k${i}`, contacts: [`k${i}`], note }));
  const instrument = instrumentOf([{ ...knee, lanes }], [bankNotes({ ...knee, lanes }, 'closed')]);
  const rest = (knee.calibration as ContactsCalibration).rest === 'closed' ? 1 : 0;
  const now: (0 | 1)[] = lanes.map(() => rest);
  const found: { tUs: number; contact: number; closed: number }[] = [];
  // Presses with bounces, at half a millisecond past a frame.
  for (let ms = REST_FRAMES; ms < FRAMES - 1; ms++)
    lanes.forEach((_, contact) => {
      if (r.next() >= (now[contact] === rest ? 0.01 : 0.03)) return;
      now[contact] = now[contact] === 0 ? 1 : 0;
      found.push({ tUs: 1000 * ms + 500, contact, closed: now[contact] });
    });
  const edges: Edges = {
    contacts: contactsOf(instrument),
    tUs: Float64Array.from(found, (e) => e.tUs),
    contact: Uint16Array.from(found, (e) => e.contact),
    closed: Uint8Array.from(found, (e) => e.closed),
  };
  return { instrument, take: take(instrument, [], () => 0, edges) };
}
