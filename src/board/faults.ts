import { random, type Random } from '@/core/signal/random';

/** Faults that a practice board can have, to practise finding them: of one column, or of all frames. */
export const COLUMN_FAULTS = {
  dead: 'its wire has come off, and its pin is tied to ground',
  floating: 'nothing holds the pin: it repeats what was read before it',
  loose: 'a plug that loses contact now and then',
  hum: 'its lead runs beside a mains cable',
  drift: 'it warms up, and creeps',
  clipped: 'its swing is too wide for the converter',
  crosstalk: 'its wire runs beside its neighbour’s',
  swapped: 'it and its neighbour have changed pins',
} as const;
export const BOARD_FAULTS = {
  freezes: 'the sketch waits somewhere',
  lost: 'the cable loses frames',
} as const;

export type ColumnFault = keyof typeof COLUMN_FAULTS;
export type BoardFault = keyof typeof BOARD_FAULTS;

/** A fault that is switched on. */
export type Fault = { is: ColumnFault; column: number } | { is: BoardFault };

const MAINS_HZ = [50, 60];
/** A share of the full scale, of the counts, or of a second, as the fault needs it. (Common practice, no source.) */
const HUM = 0.008;
const DRIFT_A_MINUTE = 0.06;
const GAIN = 4;
const CROSSTALK = 0.3;
const COPIES = 0.85;
const LOOSE_HZ = 1.2;
/** Longest that it is off; as often from 1 to 17 ms as from 17 to 300. */
const LONGEST_LOOSE_MS = 300;
const FREEZE_HZ = 0.5;
const LOST_SHARE = 0.01;

/** Faults at work on the frames of a board, from a seed. */
export class Faults {
  private readonly random: Random;
  private readonly hz: number;
  /** First counts: what neighbours' moves are told from. */
  private first: number[] | null = null;
  private readonly held: number[];
  private readonly loose: number[];
  private frozenUntilUs = -Infinity;

  /** @param width columns @param bits of the converter */
  constructor(
    private readonly faults: readonly Fault[],
    seed: number,
    width: number,
    private readonly bits: number,
  ) {
    this.random = random(seed);
    this.hz = MAINS_HZ[this.random.whole(0, 1)];
    this.held = new Array<number>(width).fill(0);
    this.loose = new Array<number>(width).fill(0);
  }

  /** What becomes of a frame: changed in place; sent, lost on the way, or never made. @param periodUs of the scan */
  frame(tUs: number, counts: Uint16Array, periodUs: number): 'sent' | 'lost' | 'frozen' {
    this.first ??= Array.from(counts);
    for (const fault of this.faults)
      if ('column' in fault)
        counts[fault.column] = this.column(fault.is, fault.column, tUs, counts, periodUs);
    return this.becomes(tUs, periodUs);
  }

  private becomes(tUs: number, periodUs: number): 'sent' | 'lost' | 'frozen' {
    for (const { is } of this.faults) {
      if (is === 'lost' && this.random.next() < LOST_SHARE) return 'lost';
      if (is !== 'freezes') continue;
      if (tUs < this.frozenUntilUs) return 'frozen';
      if (this.random.next() < (FREEZE_HZ * periodUs) / 1e6)
        this.frozenUntilUs = tUs + 20_000 + 100_000 * this.random.next();
    }
    return 'sent';
  }

  private column(is: ColumnFault, at: number, tUs: number, counts: Uint16Array, periodUs: number): number {
    const top = 2 ** this.bits - 1;
    const own = counts[at];
    const neighbour = at > 0 ? at - 1 : Math.min(counts.length - 1, at + 1);
    const moved = counts[neighbour] - this.first![neighbour];
    const kept = (level: number) => Math.min(top, Math.max(0, Math.round(level)));
    switch (is) {
      case 'dead':
        return 0;
      case 'floating':
        return kept((this.held[at] += COPIES * (counts[neighbour] - this.held[at])));
      case 'loose':
        if (this.loose[at] === 0 && this.random.next() < (LOOSE_HZ * periodUs) / 1e6)
          this.loose[at] = Math.ceil((1e3 * LONGEST_LOOSE_MS ** this.random.next()) / periodUs);
        if (this.loose[at] === 0) return own;
        this.loose[at]--;
        return own > top / 2 ? 0 : top;
      case 'hum':
        return kept(own + HUM * top * Math.sin((2 * Math.PI * this.hz * tUs) / 1e6));
      case 'drift':
        return kept(own + (DRIFT_A_MINUTE * top * tUs) / 60e6);
      case 'clipped':
        return kept(this.first![at] + GAIN * (own - this.first![at]));
      case 'crosstalk':
        return kept(own + CROSSTALK * moved);
      case 'swapped': {
        counts[at] = counts[neighbour];
        counts[neighbour] = own;
        return counts[at];
      }
    }
  }
}
