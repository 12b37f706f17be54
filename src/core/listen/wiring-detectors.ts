import { extremesOf } from '../signal/quantile';
import { counted } from '../units/counted';
import { cure, evidence, fullScale, wholeOf, type Detector } from './detectors';
import { follows } from './follows';
import { looseStretches, SHORT } from './loose-wire';
import { returnScatter } from './noise-detectors';

/* Faults of the wire: dead, loose, floating, at the converter's end. */

/** Frames of one value after which an input is called dead, s. */
const DEAD_SECONDS = 1;

export const dead: Detector = ({ counts }, listened) => {
  if (counts.length < DEAD_SECONDS * listened.rateHz) return null;
  for (let i = 1; i < counts.length; i++) if (counts[i] !== counts[0]) return null;
  const [value] = counts;
  const end = value <= 1 ? 'ground' : value >= fullScale(listened) - 1 ? 'the supply' : null;
  return {
    code: 'dead',
    severity: 'fault',
    evidence: wholeOf(listened),
    says: `It reads ${value} and nothing else.`,
    causes: end
      ? [`its pin is tied to ${end}`, 'its signal wire has come off']
      : ['the board does not read this pin', 'a sensor that is far quieter than the converter'],
    cures: [
      cure('Check the wire from sensor to pin with the meter', 'a few minutes'),
      cure('Check the pin in the plan and in the sketch', 'a minute'),
    ],
  };
};

/** Times that a wire lets go from which it is loose: of stretches too short for a gesture, and of longer ones. */
const JUMPS = 3;
const LETS_GO = 2;

export const loose: Detector = (lane, listened) => {
  const away = looseStretches(lane, fullScale(listened), listened.rateHz);
  const long = away.filter(({ from, to }) => to - from > SHORT);
  if (away.length < JUMPS && long.length < LETS_GO) return null;
  const ms = Math.round(
    (1000 * away.reduce((most, { from, to }) => Math.max(most, to - from), 0)) / listened.rateHz,
  );
  return {
    code: 'loose',
    severity: 'fault',
    evidence: evidence(listened, away[0].from - 5, away[0].to + 5),
    says: `It jumped away and back ${counted(away.length, 'time')}, for ${ms} ms at most, each way within one scan: nobody plays so.`,
    causes: ['a loose wire or plug', 'a cold solder joint', 'dirt on a wiper'],
    cures: [cure('Wiggle each joint of its lead while you watch; solder the one that jumps', 'ten minutes')],
  };
};

/** An input that swings over this share of the range with nobody at it is not driven by anything. */
const FLOATS = 0.25;
/** Share of the recording that a played lane lies at rest, at least, or it comes back to its rest within this share of the range. */
const RESTS = 0.2;
const COMES_BACK = 0.05;
/** Turns a second of what never rests, from which nobody plays it. */
const RESTLESS_HZ = 0.2;
/** Noise over this share of the full scale is no rest. */
const RESTLESS = 0.02;
/** Share of a swing that mains makes where mains is all that drives an input. */
const BY_HUM = 0.5;

export const floating: Detector = (lane, listened, at) => {
  const { excursion, plateau, hum, counts } = lane;
  const before = listened.lanes[at - 1];
  const copies = before && follows(before, lane, fullScale(listened));
  const swings = excursion > FLOATS * fullScale(listened);
  const hums = swings && hum.length > 0 && 2 * hum[0].amplitude > BY_HUM * excursion;
  const back = returnScatter(lane, fullScale(listened));
  const still = plateau.noise < RESTLESS * fullScale(listened);
  const rests =
    still && (plateau.share >= RESTS || (back !== null && back < COMES_BACK * fullScale(listened)));
  // A take of rest has no gesture; a knob may be turned to and fro all the time.
  const wanders =
    swings &&
    (listened.role === 'rest' ||
      (!rests && !lane.stays && reversalsPerSecond(counts, listened.rateHz, excursion) > RESTLESS_HZ));
  if (!copies && !hums && !wanders) return null;
  const how = copies
    ? `It follows ${before.lane}, the input that is read before it`
    : hums
      ? `It swings ${Math.round(excursion)} counts with the mains`
      : `It wanders over ${Math.round(excursion)} counts and never rests`;
  return {
    code: 'floating',
    severity: 'fault',
    evidence: wholeOf(listened),
    says: `${how}: nothing holds this input.`,
    causes: ['its signal wire has come off', 'its ground or its fixed resistor is missing'],
    cures: [
      cure('Check its wire, its ground and its fixed resistor with the meter', 'a few minutes'),
      cure('Tie a pin that is not used to ground', 'a minute'),
    ],
  };
};

/** Turns of a smoothed trace that are over a tenth of its excursion, a second. */
function reversalsPerSecond(counts: Uint16Array, rateHz: number, excursion: number): number {
  const step = Math.max(1, Math.round(rateHz / 40));
  let [turns, direction, extreme] = [0, 0, counts[0]];
  for (let i = step; i < counts.length; i += step) {
    const by = counts[i] - extreme;
    if (direction >= 0 ? by > 0 : by < 0) extreme = counts[i];
    else if (Math.abs(by) > excursion / 10) {
      turns++;
      direction = by > 0 ? 1 : -1;
      extreme = counts[i];
    }
  }
  return (turns * rateHz) / counts.length;
}

/** Share of the frames at an end of the converter from which playing is lost. */
const CLIPPED = 0.002;

export const clipped: Detector = ({ clipping, counts, plateau, excursion }, listened) => {
  if (excursion < 4) return null;
  // An input that rests at an end, as a divider does, is not cut off there.
  const levels = extremesOf(plateau.windows.map((w) => w.level));
  const restsAt = levels.least <= 2 ? 'low' : levels.greatest >= fullScale(listened) - 2 ? 'high' : null;
  const cut = clipping.filter((c) => c.end !== restsAt);
  const frames = cut.reduce((n, c) => n + c.to - c.from, 0);
  if (frames < Math.max(3, CLIPPED * counts.length)) return null;
  const longest = cut.reduce((a, b) => (b.to - b.from > a.to - a.from ? b : a));
  return {
    code: 'clipped',
    severity: 'fault',
    evidence: evidence(listened, longest.from, longest.to - 1),
    says: `It stood at the converter’s ${longest.end} end ${counted(cut.length, 'time')}, ${((100 * frames) / counts.length).toFixed(1)} % of the recording: what was played past it is lost.`,
    causes: ['the gauge or divider swings past the converter’s range', 'supply and reference differ'],
    cures: [
      cure('A gauge of a wider range, more bleed, or another fixed resistor', 'a part, some noise'),
      cure('Play it no harder', 'range that you do not use'),
    ],
  };
};
