/** What is let go stands within this share of its peak, moving by less than that share in `gapUs`: a soft material creeps the rest of the way. (Common practice, no source.) */
const LET_GO = 0.15;
const STANDS = 0.03;
/** Creep is followed with this time constant, and for so long once it has come to rest, µs. */
const CREEP_US = 50_000;
const SETTLES_US = 200_000;

/** What a detector of gestures knows of where it lies and creeps. */
export interface Creeping {
  /** Counts, and µs; of gesture-detector.ts. */
  settings: { rest: number; begin: number; end: number; gapUs: number };
  /** Rest as followed so far, counts. */
  rest: number;
  /** Smoothed level, counts. */
  level: number;
  /** Since when, and where, the level has stood near rest but not there, while a gesture is open. */
  stands: { sinceUs: number; level: number } | null;
  /** The side on which it creeps back to rest after a gesture; 0: it is there. */
  creeps: -1 | 0 | 1;
  /** When it came to rest. */
  arrivedUs: number | null;
}

/** Whether what was played has been let go, though it is not at rest: it stands near it. @param strength of its peak, counts from rest @returns since when, µs; null where it has not */
export function letGoSince(d: Creeping, strength: number, tUs: number): number | null {
  const { begin, gapUs } = d.settings;
  if (Math.abs(d.level - d.rest) > LET_GO * strength) {
    d.stands = null;
    return null;
  }
  if (!d.stands || Math.abs(d.level - d.stands.level) > begin + STANDS * strength)
    d.stands = { sinceUs: tUs, level: d.level };
  if (tUs - d.stands.sinceUs < gapUs) return null;
  const { sinceUs } = d.stands;
  d.stands = null;
  return sinceUs;
}

/** From where it was let go on it creeps. @param side on which it was played */
export function beginCreep(d: Creeping, side: 1 | -1): void {
  d.creeps = side;
  d.arrivedUs = null;
  d.rest = d.level;
}

/** A gesture that begins while it still creeps goes back to where rest is, not to where it had come. */
export function endCreep(d: Creeping): void {
  if ((d.rest - d.settings.rest) * d.creeps > 0) d.rest = d.settings.rest;
  d.creeps = 0;
}

/** Follows what creeps back to rest, and for a while to where it settles, as rest may have drifted. @returns whether that is all that happens */
export function creepsBack(d: Creeping, tUs: number, elapsedUs: number): boolean {
  const { rest, begin, end } = d.settings;
  const past = (d.level - rest) * d.creeps;
  const away = d.level - d.rest;
  // It is played again, or the other way.
  if (away * d.creeps > begin || (past < -begin && away * d.creeps < -begin)) return false;
  if (past <= end) d.arrivedUs ??= tUs;
  if (d.arrivedUs !== null && tUs - d.arrivedUs >= SETTLES_US) {
    d.creeps = 0;
    return false;
  }
  d.rest += away * Math.min(1, elapsedUs / CREEP_US);
  return true;
}
