import { median, quantile } from '../../signal/quantile';
import type { Edges } from '../../signal/take';

/** A period of a tone: when it ends, µs, its length, and its pitch in semitones (69 is 440 Hz). */
export interface Period {
  tUs: number;
  us: number;
  pitch: number;
}

/** A stretch in which a tone sounds: its periods follow one another. */
export type Stretch = Period[];

/** What is longer between two closings is silence, µs; lower tones than 66 Hz are none. */
const SILENCE_US = 15_000;
/** What comes sooner after a closing is a spike, µs: higher tones than 8 kHz are none. */
const SPIKE_US = 120;
/** A stretch has so many periods at least; and they follow one another where the median of their neighbours' changes is under this, share. */
const LEAST_PERIODS = 12;
const PERIODIC = 0.12;

/** Pitch of a frequency, semitones (A4 = 440 Hz, ISO 16). */
export const pitchOf = (hz: number): number => 69 + 12 * Math.log2(hz / 440);

/** When a contact closed, µs; what is told twice, or comes too soon, is left out. */
export function closingsOf(edges: Edges, contact: string): number[] {
  const own = edges.contacts.indexOf(contact);
  const closings: number[] = [];
  for (let i = 0; i < edges.tUs.length; i++) {
    if (edges.contact[i] !== own || edges.closed[i] !== 1) continue;
    const tUs = edges.tUs[i];
    if (closings.length === 0 || tUs - closings[closings.length - 1] >= SPIKE_US) closings.push(tUs);
  }
  return closings;
}

/** Where a tone sounds: closings that follow one another evenly. Noise closes a contact unevenly, and is left out. */
export function stretchesOf(closings: readonly number[]): Stretch[] {
  const found: Stretch[] = [];
  let open: Period[] = [];
  const end = () => {
    const changes = open.slice(1).map(({ us }, i) => Math.abs(us / open[i].us - 1));
    if (open.length >= LEAST_PERIODS && median(changes) < PERIODIC) found.push(open);
    open = [];
  };
  for (let i = 1; i < closings.length; i++) {
    const us = closings[i] - closings[i - 1];
    if (us > SILENCE_US) end();
    else open.push({ tUs: closings[i], us, pitch: pitchOf(1e6 / us) });
  }
  end();
  return found;
}

/** An octave off what lies around it, within this, semitones; for this long at most, µs. */
const OCTAVE_ERROR = 0.8;
const LONGEST_ERROR_US = 200_000;
/** What lies further from what is around is no pitch that was meant, semitones: a fast glide goes an octave in a second. */
const NEAR = 4;
/** The time on each side of a period, µs, over which the median is taken; and how often it is, µs. */
const AROUND_US = 250_000;
const EVERY_US = 20_000;

/** A stretch without the periods that lie an octave off, or anywhere else, for a moment: its pitch, and where those lay. */
export function followed(stretch: Stretch): { kept: Period[]; octaves: { fromUs: number; toUs: number }[] } {
  const medians = runningMedians(stretch);
  const off = stretch.map(({ pitch }, i) => Math.abs(Math.abs(pitch - medians[i]) - 12) < OCTAVE_ERROR);
  const octaves: { fromUs: number; toUs: number }[] = [];
  stretch.forEach(({ tUs, us }, i) => {
    if (!off[i]) return;
    const last = octaves.at(-1);
    if (last && tUs - us - last.toUs < LONGEST_ERROR_US / 5) last.toUs = tUs;
    else octaves.push({ fromUs: tUs - us, toUs: tUs });
  });
  return {
    kept: stretch.filter(({ pitch }, i) => Math.abs(pitch - medians[i]) < NEAR),
    octaves: octaves.filter(({ fromUs, toUs }) => toUs - fromUs < LONGEST_ERROR_US),
  };
}

/** The pitch around each period: what it is below for half of the time, not for half of the periods, as those of an octave above are twice as many. */
function runningMedians(stretch: Stretch): number[] {
  let [from, to] = [0, 0];
  let askedUs = -Infinity;
  let found = 0;
  return stretch.map(({ tUs }) => {
    if (tUs - askedUs < EVERY_US) return found;
    askedUs = tUs;
    while (tUs - stretch[from].tUs > AROUND_US) from++;
    while (to < stretch.length && stretch[to].tUs - tUs <= AROUND_US) to++;
    return (found = timeQuantile(stretch.slice(from, to), 0.5));
  });
}

/** σ of a period's pitch against those around it, cents: half the median difference of neighbours, as a glide moves both. */
export function noiseOf(kept: readonly Period[]): number {
  const apart = kept.slice(1).flatMap(({ pitch, tUs, us }, i) => {
    const before = kept[i];
    return Math.abs(tUs - us - before.tUs) < 2 ? [Math.abs(pitch - before.pitch)] : [];
  });
  return apart.length > 0 ? (100 * 1.4826 * median(apart)) / Math.SQRT2 : 0;
}

/** The pitch under which it is for this share of the time that it sounds. */
export function timeQuantile(kept: readonly Period[], share: number): number {
  if (kept.length < 2)
    return quantile(
      kept.map(({ pitch }) => pitch),
      share,
    );
  const rising = [...kept].sort((a, b) => a.pitch - b.pitch);
  let left = share * rising.reduce((sum, { us }) => sum + us, 0);
  return (rising.find(({ us }) => (left -= us) <= 0) ?? rising[rising.length - 1]).pitch;
}
