import { columnsOf, contactsOf } from '../instrument/access';
import type { Instrument } from '../instrument/document';
import { midiInputsOf } from '../instrument/midi-inputs';
import type { Lane, Sensor } from '../instrument/sensor';
import { random, type Random } from '../signal/random';
import type { Edges, Frames } from '../signal/take';
import { randomBytes } from './random-bytes';

/** Where a column rests, and where it goes when it is played: counts. */
interface Ranges {
  rest: number;
  /** @returns a count to make for */
  goal: (r: Random) => number;
}

/**
 * A take that wanders, leaps, lies dead still, strikes, and runs into both rails, from rests that have moved since they were
 * calibrated, with contacts that bounce. Scans at 20 Hz to 5 kHz, unevenly, with pauses of up to two seconds; times wrap
 * past 2^32 µs.
 */
export function randomTake(instrument: Instrument, frames: number, seed: number): Frames {
  const r = random(seed);
  const channels = columnsOf(instrument);
  const top = 2 ** instrument.boards[0].bits - 1;
  const ranges = instrument.sensors.flatMap((s) =>
    s.lanes.filter((l) => l.column).map((l) => rangesOf(r, s, l, top)),
  );
  const at = ranges.map(({ rest }) => rest);
  const goal = [...at];
  const periodUs = r.next() < 0.5 ? 1000 : r.whole(200, 50_000);
  const trembles = at.map(() => true);
  const counts = new Uint16Array(frames * channels.length);
  const tUs = new Float64Array(frames);
  let t = 2 ** 32 - 50_000;
  for (let i = 0; i < frames; i++) {
    tUs[i] = t += Math.round(periodUs * r.between(0.7, 1.3)) + (r.next() < 0.002 ? r.whole(0, 2_000_000) : 0);
    for (let c = 0; c < channels.length; c++) {
      if (r.next() < (i < 45 ? 0.005 : 0.02)) {
        trembles[c] = r.next() < 0.6;
        goal[c] = r.next() < 0.4 ? ranges[c].rest : ranges[c].goal(r);
      }
      at[c] += (goal[c] - at[c]) * 0.2 + (trembles[c] ? r.gauss() * (top / 1000) : 0);
      counts[i * channels.length + c] = Math.min(top, Math.max(0, Math.round(at[c])));
    }
  }
  const contacts = contactsOf(instrument);
  const ports = midiInputsOf(instrument, instrument.boards[0]).length;
  return {
    ...{ channels, tUs, counts },
    ...(contacts.length > 0 ? { edges: randomEdges(r, contacts, tUs) } : {}),
    ...(ports > 0 ? { bytes: randomBytes(ports, tUs[0], tUs[frames - 1], seed) } : {}),
  };
}

function rangesOf(r: Random, sensor: Sensor, lane: Lane, top: number): Ranges {
  const c = sensor.calibration;
  const anywhere = (x: Random) => x.between(-0.1, 1.1) * top;
  if (!c) return { rest: 0, goal: anywhere };
  if (c.is === 'level') {
    const measured = c.lanes.find((l) => l.lane === lane.id);
    if (!measured) return { rest: 0, goal: anywhere };
    const { rest, up } = measured;
    return { rest: rest + (r.next() < 0.6 ? r.between(-1.5, 1.5) * up.off : 0), goal: anywhere };
  }
  const moved = (by: number) => (r.next() < 0.4 ? r.between(-by, by) : 0);
  if (c.is === 'strike') {
    const { rest, on, full } = c.lanes.find((l) => l.lane === lane.id)!;
    return { rest: rest + moved(on), goal: (x) => rest + x.between(-1.2, 1.2) * full };
  }
  if (c.is === 'place') {
    // Untouched, somewhere along it, or on the other side.
    const { rest, map } = c.lanes[0];
    return { rest, goal: (x) => (x.next() < 0.1 ? anywhere(x) : x.between(map[0].count, map.at(-1)!.count)) };
  }
  if (c.is === 'depth') {
    // Up, at its bottom, or somewhere between.
    const { rest, bottom } = c.lanes.find((l) => l.lane === lane.id)!;
    return {
      rest,
      goal: (x) => (x.next() < 0.1 ? anywhere(x) : rest + x.between(-0.1, 1.2) * (bottom - rest)),
    };
  }
  if (c.is === 'axes') {
    // About one g, and now and then shaken.
    const { offset, gain } = c.lanes.find((l) => l.lane === lane.id)!;
    return { rest: offset, goal: (x) => (x.next() < 0.1 ? anywhere(x) : offset + gain * x.between(-1, 1)) };
  }
  if (c.is !== 'touch') return { rest: 0, goal: anywhere };
  const { untouched, touched, on } = c.lanes.find((l) => l.lane === lane.id)!;
  return {
    rest: untouched + moved(2 * on),
    goal: (x) => (x.next() < 0.2 ? anywhere(x) : untouched + x.between(0, 1.3) * (touched - untouched)),
  };
}

/** Contacts that change every so often, and bounce a few times when they do. */
function randomEdges(r: Random, contacts: string[], tUs: Float64Array): Edges {
  const found: { tUs: number; contact: number; closed: number }[] = [];
  const last = tUs[tUs.length - 1];
  contacts.forEach((name, contact) => {
    let closed = 0;
    if (/^o\d$/.test(name)) return void found.push(...randomTone(r, contact, tUs));
    if (/^q\d+a$/.test(name)) return void found.push(...randomStrokes(r, contact, tUs));
    if (/^q\d+b$/.test(name)) return;
    const slowest = r.next() < 0.4 ? 30_000 : 700_000;
    for (let t = tUs[0] + r.between(0, 300_000); t < last; t += r.between(5_000, slowest))
      for (let n = 2 * r.whole(0, 3) + 1, at = t; n > 0; n--, at += r.whole(50, 3000))
        found.push({ tUs: Math.round(at), contact, closed: (closed = 1 - closed) });
  });
  found.sort((a, b) => a.tUs - b.tUs || a.contact - b.contact);
  return {
    contacts,
    tUs: Float64Array.from(found, (e) => e.tUs),
    contact: Uint16Array.from(found, (e) => e.contact),
    closed: Uint8Array.from(found, (e) => e.closed),
  };
}

/** A key's two contacts, the first at `contact`: passed one after the other, crossed, half-way, let go and struck again at once; all of it bounces, and may change at the same time. */
function randomStrokes(r: Random, contact: number, tUs: Float64Array) {
  const found: { tUs: number; contact: number; closed: number }[] = [];
  const last = tUs[tUs.length - 1];
  const now = [0, 0];
  const slowest = r.next() < 0.5 ? 15_000 : 400_000;
  const change = (own: number, at: number) => {
    for (let n = 2 * r.whole(0, 2) + 1; n > 0; n--, at += r.whole(0, 2000))
      found.push({ tUs: Math.round(at), contact: contact + own, closed: (now[own] = 1 - now[own]) });
  };
  for (let t = tUs[0] + r.between(0, 200_000); t < last; t += r.between(1_000, slowest)) {
    const first = r.next() < 0.9 ? (now[0] === now[1] ? 0 : 1) : r.whole(0, 1);
    change(first, t);
    if (r.next() < 0.3) change(1 - first, t + r.whole(0, 3000));
    if (r.next() < 0.01) t += r.between(500_000, 3_000_000);
  }
  return found.sort((a, b) => a.tUs - b.tUs);
}

/** A tone that glides, falls silent, leaps by octaves, fires twice a cycle, and is spiked now and then. */
function randomTone(r: Random, contact: number, tUs: Float64Array) {
  const found: { tUs: number; contact: number; closed: number }[] = [];
  const last = Math.min(tUs[tUs.length - 1], tUs[0] + 6_000_000);
  let period = r.between(150, 9000);
  for (let t = tUs[0] + r.between(0, 300_000); t < last;) {
    if (r.next() < 0.01) t += r.between(5_000, 600_000);
    if (r.next() < 0.01) period *= r.next() < 0.5 ? 2 : 0.5;
    if (r.next() < 0.01) period = r.between(150, 9000);
    period = Math.min(12_000, Math.max(110, period * (1 + 0.01 * r.gauss())));
    found.push({ tUs: Math.round(t), contact, closed: 1 });
    if (r.next() < 0.03)
      found.push(
        { tUs: Math.round(t + 0.3 * period), contact, closed: 0 },
        { tUs: Math.round(t + 0.4 * period), contact, closed: 1 },
      );
    found.push({ tUs: Math.round(t + 0.5 * period), contact, closed: 0 });
    t += period * (1 + 0.003 * r.gauss());
  }
  return found;
}
