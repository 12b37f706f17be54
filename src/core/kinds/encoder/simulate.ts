import type { Sensor } from '../../instrument/sensor';
import { random } from '../../signal/random';
import { ContactQueue } from '../contact-queue';
import type { Simulation } from '../simulation';

/** Between two steps of a turned knob, and between the edges of its contacts, µs. */
const STEP_US = 30_000;
const QUARTER_US = 4_000;
/** The hand turns it by so many steps at most at a touch. */
const MOST_STEPS = 10;

/** Encoders: two contacts in quadrature, a full cycle a step; which one leads tells the way. */
export class SimulatedEncoder implements Simulation {
  private readonly queue: ContactQueue;
  private nowUs = 0;

  constructor(
    private readonly sensor: Sensor,
    seed: number,
  ) {
    this.queue = new ContactQueue(random(seed));
  }

  /** Not guided yet. */
  ask(): void {}

  hand(lane: number, strength: number | null): void {
    if (strength === null || !this.sensor.lanes[lane]) return;
    const [leads, follows] = strength > 0 ? [2 * lane, 2 * lane + 1] : [2 * lane + 1, 2 * lane];
    const steps = Math.max(1, Math.round(MOST_STEPS * Math.abs(strength)));
    for (let i = 0; i < steps; i++) {
      const at = this.nowUs + i * STEP_US;
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
