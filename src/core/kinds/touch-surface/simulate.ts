import type { Board } from '../../instrument/board';
import { random, type Random } from '../../signal/random';
import type { Role } from '../../signal/take';
import { GUIDED_SPOTS } from '../../ways/surface/spots';
import { clamped, NO_EDGES, type Simulation } from '../simulation';

/** What an axis reads at its ends, share of the supply; noise, σ; time constants of finger and reading, µs. (Invented.) */
const AXIS = { first: 0.06, span: 0.88 };
const HARDEST = 0.8;
const NOISE = 0.0007;
const FOLLOWS_US = 3_000;
/** The prompt is read for so long; a touch lasts, and then a pause, µs. */
const READS_US = 1_500_000;
const TOUCH_US = 550_000;
const PAUSE_US = 450_000;
/** How far beside a spot a finger lands, σ; and how hard touches are, share of the hardest. */
const BESIDE = 0.004;
/** A finger slides this near to the edges, share of the length, once round in so long, µs. */
const NEAREST = 0.025;
const ROUND_US = 3_200_000;
const STRENGTH: Partial<Record<Role, [number, number]>> = {
  places: [0.4, 0.6],
  soft: [0.08, 0.16],
  loud: [0.85, 1],
};

/** A finger on a surface: shares of its width and length, and how hard. */
interface Finger {
  x: number;
  y: number;
  press: number;
}

/** A surface that reads nothing while it is not touched, with the finger that plays it. */
export class SimulatedSurface implements Simulation {
  readonly edges = NO_EDGES;
  private readonly r: Random;
  private asked: { role: Role; fromUs: number } | null = null;
  private byHand: Finger | null = null;
  private finger: Finger = { x: 0.5, y: 0.5, press: 0 };
  private nth = -1;
  private readonly reads = [0, 0, 0];

  constructor(
    private readonly board: Board,
    seed: number,
  ) {
    this.r = random(seed);
  }

  ask(role: Role | null, nowUs: number): void {
    this.asked = role === null ? null : { role, fromUs: nowUs + READS_US };
    this.nth = -1;
    this.byHand = null;
  }

  /** @param lane 0 says where across, 1 where along, 2 how hard */
  hand(lane: number, strength: number | null): void {
    this.asked = null;
    const share = Math.min(1, Math.abs(strength ?? 0));
    const before = this.byHand ?? { x: 0.5, y: 0.5, press: 0.5 };
    if (strength === null) this.byHand = null;
    else
      this.byHand =
        lane === 0
          ? { ...before, x: share }
          : lane === 1
            ? { ...before, y: share }
            : { ...before, press: share };
  }

  frame(tUs: number, counts: Uint16Array | number[], at: number): void {
    const { bits, scanHz } = this.board;
    const touch = this.asked ? this.played(this.asked.role, tUs - this.asked.fromUs) : this.byHand;
    const wanted = touch
      ? [AXIS.first + AXIS.span * touch.x, AXIS.first + AXIS.span * touch.y, HARDEST * touch.press]
      : [0, 0, 0];
    const follows = 1 - Math.exp(-1e6 / scanHz / FOLLOWS_US);
    wanted.forEach((share, lane) => {
      this.reads[lane] += (share - this.reads[lane]) * follows;
      counts[at + lane] = clamped(2 ** bits * (this.reads[lane] + NOISE * this.r.gauss()), bits);
    });
  }

  /** Touch after touch, so long after the prompt was read. */
  private played(role: Role, us: number): Finger | null {
    if (role === 'slide') return roundAt(us);
    const strength = STRENGTH[role];
    if (us < 0 || !strength) return null;
    const nth = Math.floor(us / (TOUCH_US + PAUSE_US));
    if (nth !== this.nth) {
      this.nth = nth;
      const { at } = GUIDED_SPOTS[nth % GUIDED_SPOTS.length];
      const [x, y] = role === 'places' ? at : [this.r.between(0.1, 0.9), this.r.between(0.1, 0.9)];
      this.finger = {
        x: x + BESIDE * this.r.gauss(),
        y: y + BESIDE * this.r.gauss(),
        press: this.r.between(...strength),
      };
    }
    return us % (TOUCH_US + PAUSE_US) < TOUCH_US ? this.finger : null;
  }
}

/** Once round, near the edges. */
function roundAt(us: number): Finger | null {
  if (us < 0 || us >= ROUND_US) return null;
  const side = (4 * us) / ROUND_US;
  const along = NEAREST + (1 - 2 * NEAREST) * (side % 1);
  const [near, far] = [NEAREST, 1 - NEAREST];
  const at = [
    [along, near],
    [far, along],
    [1 - along, far],
    [near, 1 - along],
  ][Math.floor(side)];
  return { x: at[0], y: at[1], press: 0.5 };
}
