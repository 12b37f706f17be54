/** Where something was done: a page of the instrument, and what was chosen there. */
export interface Place {
  /** Last part of its address; empty for the run sheet. */
  page: string;
  sensor: string;
  lane: number;
  /** Id of the recording that was looked at, or null. */
  look: string | null;
}

/** What was done outside the value, and how it is taken back. Both may be called again and again, by turns. */
export interface Deed {
  undo: () => unknown;
  redo: () => unknown;
}

/** One step: what it does, in words, where, the value on its other side, and what it did besides. */
export interface Step<T> {
  value: T;
  says: string;
  at: Place;
  deed?: Deed;
}

/** Undo and redo over whole values and deeds. Steps with the same words in quick succession are one step. */
export interface History<T> {
  past: Step<T>[];
  present: T;
  future: Step<T>[];
  lastLabel: string | null;
  lastAt: number;
}

const STEPS = 200;
const ONE_STEP_MS = 800;

export const beginHistory = <T>(present: T): History<T> => ({
  past: [],
  present,
  future: [],
  lastLabel: null,
  lastAt: 0,
});

/** What is recorded of a step. */
export interface Done<T> extends Omit<Step<T>, 'value'> {
  /** The value after it; the present one where only a deed was done. */
  next?: T;
}

/** @param nowMs clock, ms */
export function record<T>(
  h: History<T>,
  { next = h.present, says, at, deed }: Done<T>,
  nowMs: number,
): History<T> {
  const last = h.past[h.past.length - 1];
  const same = h.lastLabel === says && Math.abs(nowMs - h.lastAt) < ONE_STEP_MS && last !== undefined;
  const joined = same ? { ...last, deed: joinedDeed(last.deed, deed) } : { value: h.present, says, at, deed };
  const past = [...(same ? h.past.slice(0, -1) : h.past), joined].slice(-STEPS);
  return { past, present: next, future: [], lastLabel: says, lastAt: nowMs };
}

/** Two deeds as one: back to before the first, on to after the second. */
const joinedDeed = (first: Deed | undefined, second: Deed | undefined): Deed | undefined =>
  first && second ? { undo: first.undo, redo: second.redo } : (first ?? second);

/** The history after its last step is taken back, and that step; null where there is none. Its deed is still to be taken back. */
export function undo<T>(h: History<T>): { history: History<T>; step: Step<T> } | null {
  const step = h.past[h.past.length - 1];
  if (!step) return null;
  const future = [{ ...step, value: h.present }, ...h.future];
  const history = { past: h.past.slice(0, -1), present: step.value, future, lastLabel: null, lastAt: 0 };
  return { history, step };
}

/** The history after the next step is done again, and that step. Its deed is still to be done. */
export function redo<T>(h: History<T>): { history: History<T>; step: Step<T> } | null {
  const [step, ...future] = h.future;
  if (!step) return null;
  const past = [...h.past, { ...step, value: h.present }];
  return { history: { past, present: step.value, future, lastLabel: null, lastAt: 0 }, step };
}
