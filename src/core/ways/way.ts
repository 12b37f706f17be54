import type { LEARN_LANE } from '../engine/bank-records';
import type { Of } from '../engine/struct';
import type { Image } from '../engine/layout';
import type { Calibration } from '../instrument/calibration';
import type { Measured } from '../instrument/measured';
import type { Lane, Sensor } from '../instrument/sensor';
import type { Fault } from '../result';
import type { LaneLevel } from './level/lane-level';
import type { MovedSince } from './moved-lanes';

/** What a board reads, in the order of its frames and of its edges. */
export interface Inputs {
  columns: readonly string[];
  contacts: readonly string[];
}

/** What of a bank says who hears its gates: places in the image's list of listeners. */
export interface ListenerRange {
  listener: number;
  listeners: number;
}

/** Where a sensor stands in the image, and which of its lanes are in it: their places in the sensor, rising. */
export interface Compiled {
  /** Place of its bank, or of its level, among those of its way. */
  index: number;
  /** Where the levels of a port stand, where its lanes have several: places in the image's list. */
  levels?: Readonly<Record<string, number>>;
  lanes: number[];
  /** Its bank, which knows who hears it; null for a level, to which a gate is added for each who hears it. */
  bank: ListenerRange | null;
  /** What the button on the instrument measures of it. */
  learn?: Of<typeof LEARN_LANE>[];
  /** The calibration as an image has it, in which the button has measured. */
  learnt?(image: Image): Calibration;
  /** The curve by which the strength of a lane's gate answers. @param i of `lanes` @param curve null for a straight one */
  answerBy?(i: number, curve: ((x: number) => number) | null): void;
}

/** Listeners of a bank are set once all voices are known. */
export const NO_LISTENERS: ListenerRange = { listener: 0, listeners: 0 };

/**
 * How kinds are measured and played: all that does not depend on the kind. A folder each beside this file; what a calibration is
 * measured by is asked nowhere else. See CONTRIBUTING.md.
 */
export interface Way<C extends Measured & { is: string } = Calibration> {
  is: C['is'];
  /** Its class in documents. */
  document: new () => C;
  /** The classes of what it holds, for the published schema. */
  records: readonly (new () => object)[];
  /** Whether it is in counts of its board's converter: on a board of other bits it does not hold. */
  inCounts: boolean;
  /** What the gates of its ports give a velocity by, besides a fixed one or a level. */
  strength: 'attack' | 'strike' | null;
  /** Whether one of its lanes can be heard alone: a bank tells all of its lanes to whoever hears it. */
  heardOneByOne: boolean;
  /** Whether a lane can be played again alone: its record does not bear on the others'. */
  alone?: boolean;
  /** What of it is chosen, not measured: it stays when it is measured again. */
  chosen?: readonly string[];
  /** Values of it that a hand can set in place of what was measured, by name; of a lane, after its id and a slash. */
  typeable?(c: C): Record<string, number>;
  /** With such values, as far as the others leave room for them. */
  withTyped?(c: C, values: Readonly<Record<string, number>>): C;
  /** What a document may leave out of a calibration, filled in. */
  completed?(plain: Record<string, unknown>): Record<string, unknown>;
  /** What must hold between its numbers. @param fullScale highest count of its board */
  faults(c: C, sensor: Sensor, path: string, fullScale: number): Fault[];
  /** Whether it knows a lane. @param lane its id */
  knows(c: C, lane: string): boolean;
  /** The calibration of some of a sensor's lanes; undefined where it knows none of them. */
  ofLanes(c: C, lanes: readonly Lane[]): C | undefined;
  /** Count of a lane at rest; undefined where it knows none. */
  restOf(c: C, lane: string): number | undefined;
  /**
   * A lane as a level that voices read, where its lanes are such. @param port that is asked for; without one, a level of the lane's own
   * counts: none where what is read is derived from them
   */
  levelOf?(c: C, lane: string, port?: string): LaneLevel | undefined;
  /** How far from rest playing takes a lane, counts; undefined where it knows none. */
  travelOf(c: C, lane: string): number | undefined;
  /** Which way its counts go when it is played: 1 or −1; null where they go both ways, or it does not matter. */
  onlyWay(c: C): 1 | -1 | null;
  /** Whether its contacts are closed while nobody plays. */
  closedAtRest(c: C): boolean;
  /** From the first sign of a gesture to its decision, ms. */
  decisionMs(c: C): number;
  /** What lies elsewhere at rest than it was measured. @param rests of each lane now, counts, in the sensor's order; null where it is not known */
  movedSince(c: C, lanes: readonly Lane[], rests: readonly (number | null | undefined)[]): MovedSince | null;
  /** How many values it keeps for each scene. */
  keptForScenes?(c: C): number;
  /** What its values do where a scene plays again under what stays where it is left. */
  takeover?(c: C): 'jump' | 'pick-up' | 'scale';
  /** What stands between the strength that the engine finds and a port's response: its law; null where nothing does. */
  answersBy?(c: C): ((share: number) => number) | null;
  /** Full velocity's distance from rest after a window, counts, where loud attacks were measured. */
  fullAttack?(c: C, windowMs: number): number | undefined;
  /** As large as a real one will be: what a board needs follows from its shape alone. @param lanes ids @param top highest count of the board */
  planned(lanes: readonly string[], top: number): C;
}
