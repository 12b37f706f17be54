import { newInstrument } from '../instrument/create';
import type { Instrument } from '../instrument/document';
import type { Random } from '../signal/random';
import type { Role, Take } from '../signal/take';
import type { KeyStroke } from './physical-keys';

/** Keys with magnets as physics has them, apart from the practice board: distances in ways of a key, fields by the third power. */
export interface PhysicalMagnets {
  /** Distance of the magnet while the key is up, in ways; what its sensor reads more at the bottom, counts; −1: its magnet is upside down. */
  keys: { distance: number; gain: number; pole: 1 | -1; missing: boolean }[];
  bits: number;
  rateHz: number;
  noise: number;
  /** What a neighbour's magnet adds, share of its own. */
  neighbour: number;
  /** A key falls as the time to this power: 1 evenly, 2 as a stone. */
  power: number;
}

export const physicalMagnets = (
  r: Random,
  keys: number,
  given: Partial<PhysicalMagnets> = {},
): PhysicalMagnets => ({
  keys: Array.from({ length: keys }, () => ({
    ...{ distance: r.between(1.5, 2.6), gain: r.between(900, 1800), pole: 1 as const, missing: false },
  })),
  ...{ bits: 12, rateHz: 1000, noise: r.between(0.5, 3), neighbour: 0.002, power: r.between(1, 1.8) },
  ...given,
});

/** Depth of a stroke at t, s; 0 before and after. */
export function depthAtTime({ power }: PhysicalMagnets, q: KeyStroke, t: number, bottom = 1): number {
  const since = t - q.at;
  if (since < 0) return 0;
  if (since < q.down) return bottom * (since / q.down) ** power;
  if (since < q.down + q.held) return bottom;
  return Math.max(0, bottom * (1 - (since - q.down - q.held) / q.up));
}

/** A take of what was played; one frame in fifty is lost. @param seconds of rest, where nothing is played */
export function takeOfMagnets(
  r: Random,
  bank: PhysicalMagnets,
  role: Role,
  played: readonly KeyStroke[],
  seconds = 1,
): Take {
  const { keys, bits, rateHz } = bank;
  const top = 2 ** bits - 1;
  const last = played.reduce((most, q) => Math.max(most, q.at + q.down + q.held + q.up), 0);
  const frames = Array.from({ length: Math.round((last + seconds) * rateHz) }, (_, i) => i).filter(
    () => r.next() > 0.02,
  );
  const tUs = Float64Array.from(frames, (i) => Math.round((i * 1e6) / rateHz));
  const counts = new Uint16Array(frames.length * keys.length);
  const by = keys.map((_, key) => played.filter((q) => q.key === key));
  const near = keys.map(() => 0);
  frames.forEach((frame, row) => {
    const t = frame / rateHz;
    const depths = keys.map((_, key) => {
      const own = by[key];
      while (near[key] < own.length - 1 && own[near[key] + 1].at <= t) near[key]++;
      return own.length === 0 ? 0 : depthAtTime(bank, own[near[key]], t);
    });
    const fields = keys.map(({ distance, gain, missing }, key) => {
      const field = (x: number) => (distance / (distance - x)) ** 3;
      return missing ? 0 : (gain * field(depths[key])) / (field(1) - 1);
    });
    keys.forEach(({ pole }, key) => {
      const beside = bank.neighbour * ((fields[key - 1] ?? 0) + (fields[key + 1] ?? 0));
      const count = top / 2 + pole * (fields[key] + beside) + bank.noise * r.gauss();
      counts[row * keys.length + key] = Math.min(top, Math.max(0, Math.round(count)));
    });
  });
  return { id: role, role, channels: keys.map((_, i) => `k${i}`), tUs, counts };
}

/** An instrument with these keys alone, on a wire with room; key i is note 20 + i. */
export function instrumentOfMagnets({ keys, bits }: PhysicalMagnets): Instrument {
  const own = newInstrument('own', 'Own', '2026-11-18T00:00:00.000Z');
  Object.assign(own.boards[0], { bits, midiBaud: 2_000_000 });
  const lanes = keys.map((_, i) => ({ id: `k${i}`, column: `k${i}`, note: 20 + i }));
  own.sensors = [
    { id: 'bed', name: 'Bed', kind: 'magnet-keys', board: own.boards[0].id, lanes, responses: [] },
  ];
  return own;
}

/** Every key in turn, so often. @param down s for the whole way @param held s, shortest and longest */
export function playedMagnets(
  r: Random,
  { keys }: PhysicalMagnets,
  times: number,
  down: () => number,
  held: readonly [number, number] = [0.05, 0.2],
): KeyStroke[] {
  let at = 0.5;
  return Array.from({ length: times * keys.length }, (_, i) => {
    const stroke = {
      key: i % keys.length,
      at,
      down: down(),
      held: r.between(...held),
      up: r.between(0.03, 0.1),
    };
    at += stroke.down + stroke.held + stroke.up + r.between(0.05, 0.2);
    return stroke;
  });
}
