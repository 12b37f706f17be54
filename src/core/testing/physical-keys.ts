import { newInstrument } from '../instrument/create';
import type { Instrument } from '../instrument/document';
import type { Random } from '../signal/random';
import type { Edges, Role, Take } from '../signal/take';

/** One stroke of a key as it truly was: when it began to move, s; how long its whole way down took and up again, s; how long it lay at the bottom, s. */
export interface KeyStroke {
  key: number;
  at: number;
  down: number;
  held: number;
  up: number;
}

/** A keybed as mechanics has it: each key passes two contacts at depths of its own, shares of its way. Apart from the practice board. */
export interface PhysicalKeys {
  keys: { depths: [number, number]; swapped: boolean; dead: (0 | 1)[] }[];
  /** Whether the contact that is passed first, and the second, are closed at rest. */
  rests: [boolean, boolean];
  /** Longest time that a change bounces, s. */
  bounce: number;
  /** Period of the scan, µs; 0 where each edge is timed by itself. */
  scanUs: number;
}

/** @param unlike σ of the logarithm of the way between the contacts, key by key */
export function physicalKeys(
  r: Random,
  keys: number,
  given: Partial<PhysicalKeys> & { unlike?: number },
): PhysicalKeys {
  const unlike = given.unlike ?? 0.1;
  return {
    keys: Array.from({ length: keys }, () => {
      const first = r.between(0.25, 0.35);
      return { depths: [first, first + 0.3 * Math.exp(unlike * r.gauss())], swapped: false, dead: [] };
    }),
    ...{ rests: [false, false], bounce: 0.0015, scanUs: 0 },
    ...given,
  };
}

/** When the contacts of a stroke are passed, down and up, s. */
export const passes = ({ depths }: PhysicalKeys['keys'][0], q: KeyStroke) => {
  const bottom = q.at + q.down + q.held;
  return {
    down: depths.map((d) => q.at + d * q.down),
    up: depths.map((d) => bottom + (1 - d) * q.up),
  };
};

/** What a keybed’s contacts do while it is played; lane i has the contacts `k<i>a` and `k<i>b`. */
export function edgesOfKeys(r: Random, bed: PhysicalKeys, played: readonly KeyStroke[]): Edges {
  const found: { us: number; contact: number; closed: boolean }[] = [];
  for (const q of played) {
    const key = bed.keys[q.key];
    const { down, up } = passes(key, q);
    for (const which of [0, 1] as const) {
      if (key.dead.includes(which)) continue;
      const contact = 2 * q.key + (key.swapped ? 1 - which : which);
      for (const [at, left] of [
        [down[which], true],
        [up[which], false],
      ] as const)
        for (const change of bounced(r, at, left, bed.bounce))
          found.push({ us: 1e6 * change.at, contact, closed: change.left !== bed.rests[which] });
    }
  }
  const times = found
    .map((e) => ({ ...e, us: bed.scanUs > 0 ? Math.ceil(e.us / bed.scanUs) * bed.scanUs : Math.round(e.us) }))
    .sort((a, b) => a.us - b.us);
  // A scan reports what a contact is at its look, not what it did since the last.
  const seen = new Map<number, boolean>();
  const kept = times.filter((e, i) => {
    const later = times.slice(i + 1, i + 40).some((o) => o.us === e.us && o.contact === e.contact);
    const same = (seen.get(e.contact) ?? bed.rests[restOf(bed, e.contact)]) === e.closed;
    if (later || same) return false;
    seen.set(e.contact, e.closed);
    return true;
  });
  return {
    contacts: bed.keys.flatMap((_, i) => [`k${i}a`, `k${i}b`]),
    tUs: Float64Array.from(kept, (e) => e.us),
    contact: Uint16Array.from(kept, (e) => e.contact),
    closed: Uint8Array.from(kept, (e) => (e.closed ? 1 : 0)),
  };
}

const restOf = ({ keys }: PhysicalKeys, contact: number): 0 | 1 =>
  ((contact & 1) ^ (keys[contact >> 1].swapped ? 1 : 0)) === 0 ? 0 : 1;

/** A change, and what it bounces back and forth within so long. */
function bounced(r: Random, at: number, left: boolean, longest: number) {
  const n = longest > 0 ? r.whole(0, 3) : 0;
  const times = Array.from({ length: 2 * n }, () => at + r.between(0.02, 1) * longest).sort((a, b) => a - b);
  return [{ at, left }, ...times.map((t, i) => ({ at: t, left: i % 2 === 0 ? !left : left }))];
}

/** A take with a frame of no column every ms. */
export function takeOfKeys(r: Random, bed: PhysicalKeys, role: Role, played: readonly KeyStroke[]): Take {
  const edges = edgesOfKeys(r, bed, played);
  const ms = Math.ceil((edges.tUs.at(-1) ?? 0) / 1000) + 300;
  const tUs = Float64Array.from({ length: ms }, (_, i) => 1000 * i);
  return { id: role, role, channels: [], tUs, counts: new Uint16Array(0), edges };
}

/** An instrument with this keybed alone, on a wire with room; key i is note 20 + i. */
export function instrumentOfKeys(bed: PhysicalKeys): Instrument {
  const own = newInstrument('own', 'Own', '2026-11-18T00:00:00.000Z');
  own.boards[0].midiBaud = 2_000_000;
  const lanes = bed.keys.map((_, i) => ({ id: `k${i}`, contacts: [`k${i}a`, `k${i}b`], note: 20 + i }));
  own.sensors = [
    { id: 'bed', name: 'Bed', kind: 'two-contact-keys', board: own.boards[0].id, lanes, responses: [] },
  ];
  return own;
}

/** Every key in turn, so often, as fast as drawn. @param down s for the whole way */
export function playedKeys(r: Random, bed: PhysicalKeys, times: number, down: () => number): KeyStroke[] {
  let at = 0.5;
  return Array.from({ length: times * bed.keys.length }, (_, i) => {
    const stroke = {
      ...{ key: i % bed.keys.length, at, down: down(), held: r.between(0.05, 0.3), up: r.between(0.03, 0.1) },
    };
    at += stroke.down + stroke.held + stroke.up + r.between(0.05, 0.2);
    return stroke;
  });
}
