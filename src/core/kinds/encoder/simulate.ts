import type { Sensor } from '../../instrument/sensor';
import { random } from '../../signal/random';
import type { Role } from '../../signal/take';
import { ContactQueue } from '../contact-queue';
import type { Simulation } from '../simulation';

/** Between two steps of a turned knob, and between the edges of its contacts, µs. */
const STEP_US = 30_000;
const QUARTER_US = 4_000;
/** The hand turns it by so many steps at most at a touch. */
const MOST_STEPS = 10;
/** Steps of a turn; the prompt is read for so long, µs. */
const TURN_STEPS = 24;
const READS_US = 1_500_000;

/** Encoders: two contacts in quadrature, a full cycle a step; which one leads tells the way. */
export class SimulatedEncoder implements Simulation {
  private readonly queue: ContactQueue;
  private nowUs = 0;
  /** Where the hand is, −1 … 1, and until when it turns. */
  private readonly lanes: { hand: number; busyUs: number }[];

  constructor(
    private readonly sensor: Sensor,
    seed: number,
  ) {
    this.queue = new ContactQueue(random(seed));
    this.lanes = sensor.lanes.map(() => ({ hand: 0, busyUs: 0 }));
  }

  /** Asked for a sweep, knob after knob is turned once round to the right and back. */
  ask(role: Role | null, nowUs: number): void {
    if (role !== 'sweep') return;
    this.sensor.lanes.forEach((_, lane) => {
      const begins = nowUs + READS_US + 2 * lane * (TURN_STEPS + 10) * STEP_US;
      this.turn(lane, TURN_STEPS, begins);
      this.turn(lane, -TURN_STEPS, begins + (TURN_STEPS + 5) * STEP_US);
    });
  }

  hand(lane: number, strength: number | null): void {
    const own = this.lanes[lane];
    if (!own) return;
    const by = (strength ?? 0) - own.hand;
    const begins = own.hand === 0;
    own.hand = strength ?? 0;
    if (strength === null) return;
    const steps = Math.round(MOST_STEPS * Math.abs(by));
    if (steps > 0 || begins) this.turn(lane, Math.sign(by) * Math.max(1, steps), this.nowUs);
    else own.hand -= by;
  }

  /** @param steps to the right; negative to the left */
  private turn(lane: number, steps: number, fromUs: number): void {
    const [leads, follows] = steps > 0 ? [2 * lane, 2 * lane + 1] : [2 * lane + 1, 2 * lane];
    const own = this.lanes[lane];
    const begins = Math.max(fromUs, own.busyUs);
    own.busyUs = begins + Math.abs(steps) * STEP_US;
    for (let i = 0; i < Math.abs(steps); i++) {
      const at = begins + i * STEP_US;
      this.queue.put(leads, true, at);
      this.queue.put(follows, true, at + QUARTER_US);
      this.queue.put(leads, false, at + 2 * QUARTER_US);
      this.queue.put(follows, false, at + 3 * QUARTER_US);
    }
  }

  frame(tUs: number): void {
    this.nowUs = tUs;
  }

  edges(untilUs: number) {
    return this.queue.due(untilUs);
  }
}
