import type { Sensor } from '../../instrument/sensor';
import { random } from '../../signal/random';
import { ContactQueue } from '../contact-queue';
import { factsOf } from '../facts';
import type { Simulation } from '../simulation';
import type { Role } from '../../signal/take';

/** Turns a second of a comfortable fastest; the wheel follows the hand with this time constant, µs. */
const FASTEST = 3;
const FOLLOWS_US = 400_000;
/** A magnet closes the switch for this share of the way to the next. */
const CLOSED = 0.3;

/** The prompt is read for so long; a sweep has a slow part and takes so long in all, µs. */
const READS_US = 1_200_000;
const SLOW_US = 4_000_000;
const SWEEP_US = 9_000_000;
/** Turns a second of the slow part. */
const SLOWEST = 0.4;

/** Turns a second that a sweep wants. @param us since it began */
function swept(us: number): number {
  if (us < 0 || us > SWEEP_US) return 0;
  return us < SLOW_US ? SLOWEST : SLOWEST + ((FASTEST - SLOWEST) * (us - SLOW_US)) / (SWEEP_US - SLOW_US);
}

/** Wheels with magnets: a pulse each time that one passes. */
export class SimulatedPulses implements Simulation {
  private readonly queue: ContactQueue;
  private readonly lanes: { wanted: number; turns: number; place: number; closed: boolean }[];
  private readonly facts: Record<string, number>;
  private nowUs = 0;
  /** When the first of them begins to be swept; null where nobody was asked. */
  private sweepUs: number | null = null;

  constructor(sensor: Sensor, seed: number) {
    this.facts = factsOf(sensor);
    this.queue = new ContactQueue(random(seed));
    this.lanes = sensor.lanes.map(() => ({ wanted: 0, turns: 0, place: 0, closed: false }));
  }

  /** Asked for a sweep, wheel after wheel is turned slowly, then faster, and let go. */
  ask(role: Role | null, nowUs: number): void {
    this.sweepUs = role === 'sweep' ? nowUs + READS_US : null;
    this.lanes.forEach((lane) => (lane.wanted = 0));
  }

  hand(lane: number, strength: number | null): void {
    this.sweepUs = null;
    if (this.lanes[lane]) this.lanes[lane].wanted = FASTEST * Math.abs(strength ?? 0);
  }

  frame(tUs: number): void {
    const passedUs = tUs - this.nowUs;
    this.nowUs = tUs;
    const { magnets } = this.facts;
    this.lanes.forEach((lane, i) => {
      if (this.sweepUs !== null) lane.wanted = swept(tUs - this.sweepUs - i * SWEEP_US);
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
