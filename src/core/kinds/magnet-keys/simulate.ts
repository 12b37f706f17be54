import type { Board } from '../../instrument/board';
import type { Sensor } from '../../instrument/sensor';
import { random, type Random } from '../../signal/random';
import type { Role } from '../../signal/take';
import { LanePlayer, type LaneGesture } from '../lane-player';
import { clamped, NO_EDGES, partsSeed, type Simulation } from '../simulation';
import type { Dynamics } from '../stroke-player';

/** Distances of a magnet at rest and at the bottom, mm; what it reads at the bottom, share of the supply over a half. (Invented.) */
const FAR_MM = 9;
const NEAR_MM = 4;
const NEAR_READS = 0.45;
/** Magnets differ by so much (σ), a neighbour's is felt by so much, noise σ: shares of full scale. */
const UNLIKE = 0.05;
const NEIGHBOUR = 0.003;
const NOISE = 0.0006;
/** Whole way down at the softest and at the hardest, and up, µs; a slow pass takes so long. */
const SOFTEST_US = 260_000;
const HARDEST_US = 9_000;
const UP_US = 60_000;
const SLOW_US = 900_000;
/** A hand on the practice surface is followed with this time constant, µs. */
const FOLLOWS_US = 4_000;

const DYNAMICS: Dynamics = {
  soft: { strength: 0.2, spread: 0.04 },
  medium: { strength: 0.5, spread: 0.04 },
  loud: { strength: 0.88, spread: 0.03 },
};

const SLOWLY: Dynamics = { slow: { strength: 0, spread: 0 } };

/** A key on its way: down in so long, held, up again. */
interface Stroke {
  startUs: number;
  downUs: number;
  holdUs: number;
}

/** Keys with a magnet each. Its field falls about as the third power of its distance (maker's handbook 4.6). */
export class SimulatedMagnets implements Simulation {
  readonly edges = NO_EDGES;
  private readonly r: Random;
  /** Who strikes, and who presses slowly. */
  private readonly player: LanePlayer;
  private readonly slow: LanePlayer;
  private readonly keys: { strength: number; stroke: Stroke | null; place: number; wanted: number }[];
  private lastUs = 0;

  constructor(
    sensor: Sensor,
    private readonly board: Board,
    seed: number,
  ) {
    this.r = random(seed);
    const parts = random(partsSeed(sensor));
    this.keys = sensor.lanes.map(() => ({
      ...{ strength: Math.exp(UNLIKE * parts.gauss()), stroke: null },
      ...{ place: 0, wanted: 0 },
    }));
    const lanes = sensor.lanes.length;
    this.player = new LanePlayer(seed + 1, lanes, DYNAMICS, [260_000, 400_000], [250_000, 400_000]);
    this.slow = new LanePlayer(
      seed + 2,
      lanes,
      SLOWLY,
      [260_000, 400_000],
      [SLOW_US + 200_000, SLOW_US + 500_000],
    );
  }

  ask(role: Role | null, nowUs: number): void {
    this.player.ask(role, nowUs);
    this.slow.ask(role, nowUs);
  }

  hand(lane: number, strength: number | null): void {
    const key = this.keys[lane];
    if (!key) return;
    key.stroke = null;
    key.wanted = Math.abs(strength ?? 0);
  }

  frame(tUs: number, counts: Uint16Array | number[], at: number): void {
    const { bits } = this.board;
    const struck = this.player.begins(tUs);
    if (struck) this.begin(struck, SOFTEST_US * (HARDEST_US / SOFTEST_US) ** Math.min(1, struck.strength));
    const pressed = this.slow.begins(tUs);
    if (pressed) this.begin(pressed, SLOW_US);
    const follows = 1 - Math.exp(-(tUs - this.lastUs) / FOLLOWS_US);
    this.lastUs = tUs;
    for (const key of this.keys) {
      const place = key.stroke && placeAt(key.stroke, tUs);
      if (place === null) {
        key.stroke = null;
        key.place += (key.wanted - key.place) * follows;
      } else key.place = place;
    }
    this.keys.forEach(({ strength, place }, i) => {
      const beside = Math.max(this.keys[i - 1]?.place ?? 0, this.keys[i + 1]?.place ?? 0);
      const share =
        0.5 + strength * NEAR_READS * fieldAt(place) + NEIGHBOUR * beside + NOISE * this.r.gauss();
      counts[at + i] = clamped(2 ** bits * share, bits);
    });
  }

  private begin({ lane, startUs, holdUs }: LaneGesture, downUs: number): void {
    this.keys[lane].wanted = 0;
    this.keys[lane].stroke = { startUs, downUs, holdUs: Math.max(60_000, holdUs - downUs) };
  }
}

/** Field of a magnet at a depth, 1 at the bottom. */
const fieldAt = (place: number): number =>
  (NEAR_MM / (FAR_MM - (FAR_MM - NEAR_MM) * Math.min(1.02, place))) ** 3;

/** Where a key is on its stroke: faster the deeper; null once it is over. */
function placeAt({ startUs, downUs, holdUs }: Stroke, tUs: number): number | null {
  const since = tUs - startUs;
  if (since < downUs) return (since / downUs) ** 1.3;
  if (since < downUs + holdUs) return 1;
  const up = (since - downUs - holdUs) / UP_US;
  return up < 1 ? 1 - up : null;
}
