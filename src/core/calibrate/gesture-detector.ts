import { beginCreep, creepsBack, endCreep, letGoSince, type Creeping } from './let-go';

/** Settings of a detector, all in counts and µs. */
export interface DetectorSettings {
  /** Level at rest; followed slowly while idle. */
  rest: number;
  /** A gesture begins when the smoothed level is this far from rest, and ends within `end` of it. */
  begin: number;
  end: number;
  /** Samples of the running mean, 1 … 64: 20 ms of them, a whole period of 50 Hz hum. */
  window: number;
  /** Rest of this length ends a gesture; less is a dip inside it. */
  gapUs: number;
  /** Anything shorter is a knock, not a gesture. */
  leastUs: number;
}

/** One gesture, as it was played. */
export interface Gesture {
  fromUs: number;
  toUs: number;
  /** 1 above rest, −1 below. */
  sign: 1 | -1;
  /** Count of its furthest sample. */
  peak: number;
  peakUs: number;
}

/** A detector's memory: fixed size, made once by {@link startDetector}. */
export interface Detector extends Creeping {
  settings: DetectorSettings;
  /** The gesture going on, or null. */
  open: Gesture | null;
  /** The last gesture: when it and its rebounds ended, and its peak's distance from rest in counts. */
  last: { toUs: number; strength: number } | null;
  ring: Float64Array<ArrayBuffer>;
  filled: number;
  at: number;
  sum: number;
  lastUs: number;
  /** When the level last was outside `end`. */
  outsideUs: number;
}

/** A swing past rest, straight after a gesture and under this share of it, is its spring-back, not another. */
export const ECHO = 0.2;

/** Rest is followed with this time constant while nobody plays. */
const FOLLOW_US = 2_000_000;

/** Thresholds for telling gestures from noise: over the smoothed noise, and well under any playing. */
export function detectorSettings(rest: number, noise: number, rateHz: number, lag1 = 0): DetectorSettings {
  const window = Math.min(64, Math.max(1, Math.round(rateHz / 50)));
  // σ of a running mean of `window` samples whose neighbours correlate by ρ (AR(1), large-window form), at most σ.
  const rho = Math.max(0, lag1);
  const smoothed = noise * Math.min(1, Math.sqrt((1 + rho) / (1 - rho) / window));
  return {
    rest,
    begin: Math.max(5 * smoothed, 2.5 * noise, 2),
    end: Math.max(2.5 * smoothed, 1.5 * noise, 1.2),
    window,
    gapUs: 60_000,
    leastUs: 25_000,
  };
}

export function startDetector(settings: DetectorSettings): Detector {
  return {
    settings,
    rest: settings.rest,
    level: settings.rest,
    open: null,
    last: null,
    ring: new Float64Array(settings.window),
    filled: 0,
    at: 0,
    sum: 0,
    lastUs: 0,
    outsideUs: 0,
    stands: null,
    creeps: 0,
    arrivedUs: null,
  };
}

/** Takes one sample. @returns the gesture that it ended, or null */
export function detect(d: Detector, tUs: number, count: number): Gesture | null {
  smooth(d, count);
  const { begin, end, gapUs } = d.settings;
  const elapsed = d.filled === 1 ? 0 : tUs - d.lastUs;
  d.lastUs = tUs;
  if (d.creeps !== 0 && !d.open && creepsBack(d, tUs, elapsed)) return null;
  const away = d.level - d.rest;
  if (Math.abs(away) > end) d.outsideUs = tUs;
  if (!d.open) {
    if (Math.abs(away) > begin) {
      d.open = opened(tUs, count, away);
      endCreep(d);
    } else if (Math.abs(away) <= end) d.rest += away * Math.min(1, elapsed / FOLLOW_US);
    return null;
  }
  const gesture = d.open;
  const turned = away * gesture.sign < -begin;
  if (!turned && (count - gesture.peak) * gesture.sign > 0) {
    gesture.peak = count;
    gesture.peakUs = tUs;
  }
  const atRest = tUs - d.outsideUs >= gapUs;
  const strength = Math.abs(gesture.peak - d.rest);
  const letGoUs = turned || atRest ? null : letGoSince(d, strength, tUs);
  if (letGoUs !== null) {
    d.open = null;
    const done = ended(d, { ...gesture, toUs: letGoUs });
    beginCreep(d, gesture.sign);
    return done;
  }
  if (!turned && !atRest) return null;
  d.open = turned ? opened(tUs, count, away) : null;
  return ended(d, { ...gesture, toUs: turned ? tUs : d.outsideUs });
}

/** @returns null for a knock, and for a rebound */
function ended(d: Detector, gesture: Gesture): Gesture | null {
  if (gesture.toUs - gesture.fromUs < d.settings.leastUs) return null;
  const { last } = d;
  const strength = Math.abs(gesture.peak - d.rest);
  const rebound =
    last !== null && gesture.fromUs - last.toUs < d.settings.gapUs && strength < ECHO * last.strength;
  d.last = { toUs: gesture.toUs, strength: rebound ? last.strength : strength };
  return rebound ? null : gesture;
}

const opened = (tUs: number, count: number, away: number): Gesture => ({
  fromUs: tUs,
  toUs: tUs,
  sign: away > 0 ? 1 : -1,
  peak: count,
  peakUs: tUs,
});

function smooth(d: Detector, count: number): void {
  if (d.filled === d.ring.length) d.sum -= d.ring[d.at];
  else d.filled++;
  d.ring[d.at] = count;
  d.sum += count;
  d.at = (d.at + 1) % d.ring.length;
  d.level = d.sum / d.filled;
}

/** The gestures of a whole take; one still going on at its end counts. */
export function gesturesOf(
  tUs: ArrayLike<number>,
  counts: ArrayLike<number>,
  settings: DetectorSettings,
): Gesture[] {
  const d = startDetector(settings);
  const found: Gesture[] = [];
  for (let i = 0; i < counts.length; i++) {
    const gesture = detect(d, tUs[i], counts[i]);
    if (gesture) found.push(gesture);
  }
  const cut = d.open && ended(d, { ...d.open, toUs: d.outsideUs });
  return cut ? [...found, cut] : found;
}
