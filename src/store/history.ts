/** Undo and redo over whole values. Steps with the same label in quick succession are one step. */
export interface History<T> {
  past: { value: T; says: string }[];
  present: T;
  future: { value: T; says: string }[];
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

/** @param says what the step does: "curve drawn" @param nowMs clock, ms */
export function record<T>(h: History<T>, next: T, says: string, nowMs: number): History<T> {
  const same = h.lastLabel === says && nowMs - h.lastAt < ONE_STEP_MS && h.past.length > 0;
  const past = same ? h.past : [...h.past, { value: h.present, says }].slice(-STEPS);
  return { past, present: next, future: [], lastLabel: says, lastAt: nowMs };
}

export function undo<T>(h: History<T>): History<T> {
  const last = h.past[h.past.length - 1];
  if (!last) return h;
  return {
    past: h.past.slice(0, -1),
    present: last.value,
    future: [{ value: h.present, says: last.says }, ...h.future],
    lastLabel: null,
    lastAt: 0,
  };
}

export function redo<T>(h: History<T>): History<T> {
  const [next, ...future] = h.future;
  if (!next) return h;
  return {
    past: [...h.past, { value: h.present, says: next.says }],
    present: next.value,
    future,
    lastLabel: null,
    lastAt: 0,
  };
}
