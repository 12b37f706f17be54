import { countsFromKpa } from '@/core/sensors/breath-gauge';
import { random, type Random } from '@/core/signal/random';
import type { Board, BoardInfo, FrameQueue } from './board';
import { Player } from './player';

/** The gauge on the practice board: differential, middle rest, 512 counts a kPa on 12 bits. */
export const PRACTICE_GAUGE = { perKpa: 0.125, offset: 0.4985 } as const;

/** What disturbs it; invented, in counts of 12 bits unless said. */
export interface Disturbance {
  /** White noise, σ. */
  noise: number;
  /** Amplitude of mains hum at 50 Hz. */
  hum: number;
  /** Slow wander, σ, with a time constant of a minute. */
  wander: number;
  /** Rise of rest once all moisture has settled. */
  moisture: number;
  /** Tremor of the player, share of the pressure. */
  tremor: number;
}

export const USUAL_DISTURBANCE: Disturbance = {
  noise: 2.9,
  hum: 0.8,
  wander: 0.35,
  moisture: 5,
  tremor: 0.012,
};

/** kPa · s of playing after which two thirds of the moisture have settled. */
const MOISTURE_KPA_S = 400;
/** The air column follows the player's wish with this time constant. */
const AIR_US = 9_000;
const WANDER_US = 60_000_000;

/** A board with one breath gauge, simulated from a seed; the same seed and the same playing give the same counts. */
export class PracticeBoard implements Board {
  readonly info: BoardInfo;
  readonly player: Player;
  private readonly r: Random;
  private readonly periodUs: number;
  private counter = 0;
  private kpa = 0;
  private wander = 0;
  private wet = 0;
  private tremor = 0;

  constructor(
    channel: string,
    seed: number,
    board: { bits: number; scanHz: number } = { bits: 12, scanHz: 1000 },
    private readonly disturbance: Disturbance = USUAL_DISTURBANCE,
    bothSides = true,
  ) {
    this.info = { name: 'Practice board', channels: [channel], bits: board.bits, rateHz: board.scanHz };
    this.r = random(seed);
    this.player = new Player(seed + 1, bothSides);
    this.periodUs = 1e6 / board.scanHz;
  }

  advance(untilUs: number, queue: FrameQueue): void {
    for (let tUs = this.counter * this.periodUs; tUs <= untilUs; tUs = this.counter * this.periodUs)
      queue.push(Math.round(tUs), this.counter++, [this.count(tUs)]);
  }

  private count(tUs: number): number {
    const { r, disturbance: d, periodUs } = this;
    this.kpa += (this.player.wants(tUs) - this.kpa) * (1 - Math.exp(-periodUs / AIR_US));
    this.tremor += (-this.tremor * periodUs) / 30_000 + r.gauss() * Math.sqrt((2 * periodUs) / 30_000);
    const sounding = this.kpa * (1 + d.tremor * this.tremor);
    this.wet += (Math.abs(sounding) * periodUs) / 1e6 / MOISTURE_KPA_S;
    this.wander +=
      (-this.wander * periodUs) / WANDER_US + r.gauss() * d.wander * Math.sqrt((2 * periodUs) / WANDER_US);
    const scale = 2 ** (this.info.bits - 12);
    const disturbed =
      d.noise * r.gauss() +
      d.hum * Math.sin(2 * Math.PI * 50e-6 * tUs) +
      this.wander +
      d.moisture * (1 - Math.exp(-this.wet));
    const counts = countsFromKpa(sounding, PRACTICE_GAUGE, this.info) + scale * disturbed;
    return Math.min(2 ** this.info.bits - 1, Math.max(0, Math.round(counts)));
  }
}
