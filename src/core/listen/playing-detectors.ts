import { distinctLevels, rangeShare } from '../signal/levels';
import type { GestureFamily } from '../kinds/kind';
import { followsAlways, gesturesOf, spanOf } from './crosstalk';
import { goesWith, REPEATS } from './follows';
import { cure, fullScale, wholeOf, type Detector } from './detectors';
import type { Asked, ListenedRecording, ListenedLane } from './listened-recording';

/* What playing shows: range, levels, crosstalk, wires that were swapped. */

/** Under a quarter of the range is poor, under half fair (common practice). */
const POOR = 0.25;
/** Fewer gestures are a knock, or a hand that passed: nobody played. (Common practice, no source.) */
const PLAYED = 2;
/** Seven bits need 128 levels. */
const SEVEN_BITS = 128;

export const range: Detector = (lane, listened) => {
  // A strike is over before the converter has seen its peak, and a touch is a step: their own calibrations tell.
  if (!lane.moves || lane.family === 'strike' || lane.family === 'touch') return null;
  if (gesturesOf(lane).length < PLAYED) return null;
  const span = spanOf(lane);
  // Of both sides of rest, where it is played to both.
  const used = Math.max(span, lane.high - lane.low);
  const share = rangeShare(used, listened.bits);
  if (share >= POOR) return null;
  const levels = distinctLevels(span, lane.plateau.noise);
  return {
    code: 'poor-range',
    // It may have been played softly.
    severity: 'note',
    evidence: wholeOf(listened),
    says: `Playing uses ${(100 * share).toFixed(0)} % of the range: ${levels} levels that noise leaves apart, of ${SEVEN_BITS} that seven bits have.`,
    causes: ['a gauge of too wide a range', 'a fixed resistor that does not suit the sensor'],
    cures: [
      cure('A gauge of a narrower range, or less bleed', 'a part; clips sooner'),
      cure('The fixed resistor that Plan marks as best', 'a part'),
    ],
  };
};

/** Peak-to-peak signal to noise that a touch needs at least (common practice). */
const TOUCH_SNR = 5;

export const weakTouch: Detector = (lane, listened) => {
  if (!lane.moves || lane.family !== 'touch') return null;
  const snr = spanOf(lane) / (6 * lane.plateau.noise);
  if (snr >= TOUCH_SNR) return null;
  return {
    code: 'weak-touch',
    severity: 'doubt',
    evidence: wholeOf(listened),
    says: `A touch is ${snr.toFixed(1)} times its peak-to-peak noise; ${TOUCH_SNR} is the usual floor.`,
    causes: ['a pad that is too small or too far off', 'a long lead', 'no ground near the player'],
    cures: [cure('A larger pad, a shorter lead, or a larger resistor', 'a part')],
  };
};

/**
 * Response to another lane, of its own span, from which it can play by itself: a touch is released at 40 % (handbook 4.5),
 * what is struck is shaken anyway.
 */
const CROSSTALK = 0.1;
const CROSSTALK_OF: Partial<Record<GestureFamily, number>> = { touch: 0.3, strike: 0.4 };

export const crosstalk: Detector = (lane, listened, at) => {
  const least = (lane.family && CROSSTALK_OF[lane.family]) ?? CROSSTALK;
  let [worst, most] = [-1, 0];
  listened.crosstalk.forEach((row, i) => {
    if ((row[at] ?? 0) > most) [worst, most] = [i, row[at]!];
  });
  const answers = worst >= 0 && most > least && most * spanOf(lane) >= 4 * lane.plateau.noise;
  const alone = answers
    ? `It answers ${(100 * most).toFixed(0)} % of its span while only ${listened.lanes[worst].lane} is played.`
    : null;
  const says = onlyAnswers(lane, listened) ?? alone;
  if (!says) return null;
  return {
    ...{ code: 'crosstalk', severity: 'doubt', evidence: wholeOf(listened), says },
    causes: [
      'their wires run side by side',
      'a shared ground lead',
      'pads or sheets that touch',
      'the converter has no time to settle',
    ],
    cures: [
      cure('Part their wires, with a ground between them', 'a few minutes'),
      cure('Raise its threshold past that', 'range at the soft end'),
    ],
  };
};

/** A lane that moves with another one alone, and less: by this factor at least, and at least this share of it. */
const LESS = 1.5;
const LEAST_ANSWER = 0.04;

/** What is said of a lane that never moves by itself, only with another; null for one that does. */
function onlyAnswers(lane: ListenedLane, { lanes }: ListenedRecording): string | null {
  if (!lane.moves) return null;
  for (const other of lanes) {
    if (other === lane || spanOf(other) < LESS * spanOf(lane)) continue;
    const { r } = goesWith(other, lane);
    const gain = r > REPEATS ? (followsAlways(lane, other) ?? 0) : 0;
    if (gain > ((lane.family && CROSSTALK_OF[lane.family]) ?? LEAST_ANSWER))
      return `It moves only with ${other.lane}, ${(100 * gain).toFixed(0)} % as far.`;
  }
  return null;
}

/** A lane has moved in a stretch where it went over this share of its span, and so many σ. */
const MOVED = 0.4;

/** How far a lane went in a stretch, as a share of its span over the recording. */
function movedIn(lane: ListenedLane, tUs: Float64Array, { fromUs, toUs }: Asked): number {
  const span = spanOf(lane);
  if (span === 0) return 0;
  let [least, most] = [Infinity, -Infinity];
  for (let i = 0; i < tUs.length; i++) {
    if (tUs[i] < fromUs || tUs[i] > toUs) continue;
    least = Math.min(least, lane.counts[i]);
    most = Math.max(most, lane.counts[i]);
  }
  return Math.max(0, most - least) / span;
}

export const swapped: Detector = (lane, listened) => {
  const own = listened.asked.filter((a) => a.lane === lane.lane);
  if (own.length === 0) return null;
  const wrong = own.flatMap((asked) => {
    if (movedIn(lane, listened.tUs, asked) >= MOVED) return [];
    const moved = listened.lanes
      .map((other) => ({ lane: other.lane, by: movedIn(other, listened.tUs, asked) }))
      .sort((a, b) => b.by - a.by)[0];
    return [{ asked, moved: moved.by >= MOVED ? moved.lane : null }];
  });
  if (wrong.length <= own.length / 2) return null;
  const [{ asked, moved }] = wrong;
  const evidence = { take: listened.take, fromUs: asked.fromUs, toUs: asked.toUs };
  if (moved === null)
    return {
      ...{ code: 'silent', severity: 'fault', evidence, says: 'It did not move when it was asked for.' },
      causes: ['its wire has come off', 'it was not played'],
      cures: [cure('Play it alone and watch its trace', 'a minute')],
    };
  return {
    ...{ code: 'swapped', severity: 'fault', evidence, says: `${moved} moved when it was asked for.` },
    causes: ['two wires are swapped', 'pins are swapped in the sketch'],
    cures: [cure(`Change the pins of ${lane.lane} and ${moved} in the plan`, 'a minute')],
  };
};

/** Steps of seven bits that a lane takes while it lies still, a minute, for a deadband of so many steps. */
export function messagesPerMinute(lane: ListenedLane, listened: ListenedRecording, deadband: number): number {
  const step = (fullScale(listened) + 1) / 128;
  const { windows, width } = lane.plateau;
  let sent = 0;
  for (const { from } of windows) {
    let last = lane.counts[from] / step;
    for (let i = from + 1; i < from + width; i++) {
      const now = lane.counts[i] / step;
      if (Math.abs(Math.floor(now) - Math.floor(last)) > deadband) {
        sent++;
        last = now;
      }
    }
  }
  const minutes = (windows.length * width) / listened.rateHz / 60;
  return minutes > 0 ? sent / minutes : 0;
}

/** Messages a minute of a knob that nobody turns, with the deadband of one step that voices have anyway, from which it chatters. */
const CHATTY = 6;

export const chatty: Detector = (lane, listened) => {
  if (!lane.stays) return null;
  const sent = messagesPerMinute(lane, listened, 1);
  if (sent < CHATTY) return null;
  const deadband = [2, 3, 4].find((d) => messagesPerMinute(lane, listened, d) < 1) ?? 4;
  return {
    code: 'chatty',
    severity: 'note',
    evidence: wholeOf(listened),
    says: `Still, it would send ${Math.round(sent)} messages a minute; with a deadband of ${deadband}, ${Math.round(messagesPerMinute(lane, listened, deadband))}.`,
    causes: ['noise of more than a step of seven bits', 'a worn or dirty wiper'],
    cures: [cure(`A deadband of ${deadband} steps`, 'that much of its resolution')],
  };
};
