import type { Role } from '../signal/take';

/** One step of a guided run: a role, and how much of it is enough. */
export interface GuideStep {
  role: Role;
  /** Gestures wanted, of each lane where there are several; or null where stillness counts. */
  gestures: number | null;
  /** Seconds of stillness wanted, or null. */
  seconds: number | null;
}

/** What the prompter shows: everything follows from what the sensor does. */
export interface GuideView {
  step: number;
  role: Role;
  /** Gestures or whole seconds so far, and wanted; of all lanes together. */
  done: number;
  wanted: number;
  /** Count of the furthest sample of each gesture so far; of one lane. */
  peaks: { tUs: number; count: number }[];
  /** Gestures so far of each lane, in the sensor's order; null where there is one lane, or stillness counts. */
  lanes: number[] | null;
  /** The lane whose turn it is, where they go one after another. */
  turn?: number;
  /** The lane that alone is played again; then `lanes` has its own gestures only. */
  only?: number;
  /** Level of rest, counts; null before it is known. */
  rest: number | null;
  /** A word on what went wrong, or null: it moved while it was to rest; two lanes were played at once, which does not count. */
  complaint: 'moved' | 'together' | null;
}

/** What happened at a frame. */
export type GuideEvent =
  | { is: 'take-begins'; role: Role }
  | { is: 'take-dropped' }
  | { is: 'take-ends'; role: Role }
  | { is: 'finished' };

/** Rest that is known from before a run. */
export interface KnownRest {
  rest: number;
  noise: number;
  lag1: number;
}

/** A hands-free run: starts, counts and ends every take by the sensor alone. Feed it every frame and every edge. */
export interface GuidedRun {
  /** @param counts one a lane of the sensor, in its order @returns what it brought about, in order */
  feed(tUs: number, counts: ArrayLike<number>): GuideEvent[];
  /** @param lane of the sensor @param contact of the lane, both from 0 */
  edge(tUs: number, lane: number, closed: boolean, contact: number): GuideEvent[];
  view(): GuideView;
  /** Goes on with a take that was stopped: of a bank's lanes, where it can. @param done gestures of each lane that are in it */
  resume?(role: Role, done: readonly number[]): void;
}

/** What is left of a run. @param have roles of the takes that there are */
export const stepsWithout = (steps: readonly GuideStep[], have: readonly Role[]): GuideStep[] =>
  steps.filter((step) => !have.includes(step.role));

/**
 * The steps of a run that goes on where it was stopped, with what is still before it; stillness comes first, as gestures are told from it.
 * @param extra those that are no part of a run: one alone is gone on with, and nothing follows it @param role null: the whole run
 */
export function stepsFrom(
  steps: readonly GuideStep[],
  extra: readonly GuideStep[],
  role: Role | null,
): GuideStep[] {
  const still = steps.filter(({ gestures }) => gestures === null);
  const alone = extra.filter((step) => step.role === role);
  if (alone.length > 0) return [...still, ...alone];
  const from = steps.findIndex((step) => step.role === role);
  return steps.filter(({ gestures }, i) => gestures === null || i >= from);
}
