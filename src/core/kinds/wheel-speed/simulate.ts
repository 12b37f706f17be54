import type { Sensor } from '../../instrument/sensor';
import { random } from '../../signal/random';
import { ContactQueue } from '../contact-queue';
import { factsOf } from '../facts';
import type { Simulation } from '../simulation';

/** Turns a second of a comfortable fastest; the wheel follows the hand with this time constant, µs. */
const FASTEST = 3;
const FOLLOWS_US = 400_000;
/** A magnet closes the switch for this share of the way to the next. */
const CLOSED = 0.3;

/** Wheels with magnets: a pulse each time that one passes. */
export class SimulatedPulses implements Simulation {
  private readonly queue: ContactQueue;
  private readonly lanes: { wanted: number; turns: number; place: number; closed: boolean }[];
  private readonly facts: Record<string, number>;
  private nowUs = 0;

  constructor(sensor: Sensor, seed: number) {
    this.facts = factsOf(sensor);
    this.queue = new ContactQueue(random(seed));
    this.lanes = sensor.lanes.map(() => ({ wanted: 0, turns: 0, place: 0, closed: false }));
  }

  /** Not guided yet. */
  ask(): void {}

  hand(lane: number, strength: number | null): void {
    if (this.lanes[lane]) this.lanes[lane].wanted = FASTEST * Math.abs(strength ?? 0);
  }

  frame(tUs: number): void {
    const passedUs = tUs - this.nowUs;
    this.nowUs = tUs;
    const { magnets } = this.facts;
    this.lanes.forEach((lane, i) => {
      lane.turns += (lane.wanted - lane.turns) * (1 - Math.exp(-passedUs / FOLLOWS_US));
      lane.place = (lane.place + lane.turns * magnets * passedUs * 1e-6) % 1;
      const closed = lane.place < CLOSED && lane.turns > 0.01;
      if (closed !== lane.closed) this.queue.put(i, closed, tUs);
      lane.closed = closed;
    });
  }

  edges(untilUs: number) {
    return this.queue.due(untilUs);
  }
}
