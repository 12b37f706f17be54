import { newInstrument } from '../instrument/create';
import type { Instrument } from '../instrument/document';
import type { Random } from '../signal/random';
import type { Role, Take } from '../signal/take';

/** One touch or strike as it truly was: when it began, s, on which lane, how strong (share of that lane's most), how long, s. */
export interface Truth {
  at: number;
  lane: number;
  strength: number;
  held: number;
}

/** Pads as physics has them, drawn at random: apart from the kinds' own simulations, and harsher. */
export interface PhysicalBank {
  kind: string;
  lanes: number;
  bits: number;
  rateHz: number;
  noise: number;
  /** Counts of a lane at t, s, without noise. */
  at(t: number, lane: number, played: readonly Truth[]): number;
}

/** Capacitive pads of either polarity that a touch fills with a time constant; neighbours' share, and drift. */
export function physicalTouch(r: Random): PhysicalBank {
  const lanes = r.whole(1, 10);
  const top = 4095;
  const sign = r.next() < 0.3 ? -1 : 1;
  const delta = Array.from({ length: lanes }, () => top * r.between(0.03, 0.25));
  const untouched = delta.map((d) =>
    sign > 0 ? r.between(200, top - 1.3 * d) : r.between(1.3 * d, 0.95 * top),
  );
  const least = Math.min(...delta);
  const drift = r.between(-0.01, 0.01) * least;
  const crosstalk = r.between(0, 0.25);
  const tau = r.between(0.003, 0.02);
  const filled = (t: number, q: Truth) =>
    t < q.at ? 0 : t < q.at + q.held ? 1 - Math.exp((q.at - t) / tau) : Math.exp((q.at + q.held - t) / tau);
  return {
    kind: 'touch-pads',
    lanes,
    bits: 12,
    rateHz: [50, 100, 200, 500][r.whole(0, 3)],
    noise: least / r.between(20, 100),
    at: (t, lane, played) =>
      played.reduce(
        (level, q) => {
          const share = q.lane === lane ? 1 : Math.abs(q.lane - lane) === 1 ? crosstalk : 0;
          return level + sign * delta[lane] * share * q.strength * filled(t, q);
        },
        untouched[lane] + drift * t,
      ),
  };
}

/** Piezo discs on one frame: damped swings about half the supply, or rectified from 0; each strike shakes all. */
export function physicalStrikes(r: Random): PhysicalBank {
  const lanes = r.whole(2, 6);
  const top = 4095;
  const biased = r.next() < 0.5;
  const gain = Array.from({ length: lanes }, () => (biased ? 0.5 : 1) * top * r.between(0.5, 1));
  const [hz, tau, rise] = [r.between(80, 250), r.between(0.004, 0.03), r.between(0.0004, 0.002)];
  const shock = r.between(0.01, 0.15);
  const swing = (t: number) =>
    (1 - Math.exp(-t / rise)) * Math.exp(-t / tau) * Math.cos(2 * Math.PI * hz * (t - rise));
  return {
    kind: 'strike-pads',
    lanes,
    bits: 12,
    rateHz: [2000, 4000][r.whole(0, 1)],
    noise: r.between(0.4, 3),
    at: (t, lane, played) => {
      const level = played.reduce((sum, q) => {
        const since = t - q.at;
        const share = q.lane === lane ? 1 : shock * (Math.abs(q.lane - lane) < 3 ? 1 : 0.4);
        return since < 0 || since > 12 * tau ? sum : sum + gain[lane] * share * q.strength * swing(since);
      }, 0);
      return biased ? top / 2 + level : Math.abs(level);
    },
  };
}

/** Every lane in turn, so often; strengths and times, s, drawn from these. */
export function playedInTurn(
  r: Random,
  { lanes }: PhysicalBank,
  { times, strength, held, gap }: { times: number; strength: Range; held: Range; gap: Range },
): Truth[] {
  let at = 1;
  return Array.from({ length: times * lanes }, (_, i) => {
    const truth = { at, lane: i % lanes, strength: r.between(...strength), held: r.between(...held) };
    at += truth.held + r.between(...gap);
    return truth;
  });
}
type Range = [least: number, most: number];

/** A take of what was played, and a second more; about one frame in twenty is lost. */
export function recorded(
  r: Random,
  bank: PhysicalBank,
  role: Role,
  played: readonly Truth[],
  seconds = 0,
): Take {
  const last = played.at(-1);
  const end = last ? last.at + last.held + 1 : seconds;
  const frames = Array.from({ length: Math.round(end * bank.rateHz) }, (_, i) => i).filter(
    () => r.next() > 0.05,
  );
  const channels = Array.from({ length: bank.lanes }, (_, lane) => `c${lane}`);
  const counts = frames.flatMap((frame) => {
    const t = frame / bank.rateHz;
    const near = played.filter((q) => q.at <= t && t < q.at + q.held + 0.5);
    return channels.map((_, lane) =>
      Math.max(0, Math.min(2 ** bank.bits - 1, Math.round(bank.at(t, lane, near) + bank.noise * r.gauss()))),
    );
  });
  const tUs = Float64Array.from(frames, (frame) => Math.round((frame * 1e6) / bank.rateHz));
  return { id: role, role, channels, tUs, counts: Uint16Array.from(counts) };
}

/** An instrument with this bank alone, on a wire with room; lane i is note 20 + i. */
export function instrumentWith(bank: PhysicalBank): Instrument {
  const own = newInstrument('own', 'Own', '2026-11-18T00:00:00.000Z');
  Object.assign(own.boards[0], { bits: bank.bits, midiBaud: 2_000_000 });
  const lanes = Array.from({ length: bank.lanes }, (_, i) => ({
    id: `c${i}`,
    column: `c${i}`,
    note: 20 + i,
  }));
  own.sensors = [
    { id: 'bank', name: 'Bank', kind: bank.kind, board: own.boards[0].id, lanes, responses: [] },
  ];
  return own;
}
