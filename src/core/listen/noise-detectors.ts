import { median, quantile } from '../signal/quantile';
import { QUANTISATION_NOISE } from '../signal/rest';
import { cure, evidence, fullScale, wholeOf, type Detector } from './detectors';
import type { ListenedLane } from './listened-recording';

/* What disturbs a lane at rest: mains, drift, moisture, interference. */

/** Mains is named where its sine is half the noise or this share of the full scale, half a count, and its bin so far over its neighbours. */
const HUM_OF_NOISE = 0.5;
const HUM_OF_SCALE = 0.003;
const HUM_COUNTS = 0.5;
const HUM_RATIO = 20;

export const hum: Detector = ({ hum: found, plateau }, listened) => {
  const least = Math.max(
    HUM_COUNTS,
    Math.min(HUM_OF_NOISE * plateau.noise, HUM_OF_SCALE * fullScale(listened)),
  );
  const worst = found.find((h) => h.amplitude > least && h.ratio > HUM_RATIO);
  if (!worst) return null;
  const share = (200 * worst.amplitude) / fullScale(listened);
  return {
    code: 'hum',
    severity: share > 1 ? 'doubt' : 'note',
    evidence: wholeOf(listened),
    says: `Mains: a sine of ${worst.amplitude.toFixed(1)} counts at ${worst.hz} Hz lies on it.`,
    causes: [
      'its wires run beside a mains lead or a supply',
      'no common ground',
      'a long lead without a shield',
    ],
    cures: [
      cure('Twist signal and ground together and keep them off mains leads', 'a few minutes'),
      cure('Run the laptop from its battery while you measure', 'nothing'),
    ],
  };
};

/** A drift is told from this many σ and this share of the full scale over the recording, where most windows agree on it. */
const DRIFT_NOISES = 3;
const DRIFT_SCALE = 0.003;

export const drift: Detector = ({ plateau, family, moves }, listened) => {
  const { drifted, noise, driftPerMinute, windows, share } = plateau;
  if (driftPerMinute === null || share < 0.2) return null;
  if (Math.abs(drifted) < Math.max(DRIFT_NOISES * noise, DRIFT_SCALE * fullScale(listened))) return null;
  const [first, last] = [windows[0], windows[windows.length - 1]];
  const rises = drifted > 0;
  const moist = family === 'breath' && rises && moves;
  return {
    code: moist ? 'moisture' : 'drift',
    severity: 'doubt',
    evidence: evidence(listened, first.from, last.from + plateau.width),
    says: moist
      ? `Rest rose by ${Math.abs(drifted).toFixed(1)} counts while it was played: moisture.`
      : `Rest creeps ${rises ? 'up' : 'down'}: ${Math.abs(driftPerMinute).toFixed(1)} counts a minute.`,
    causes: moist
      ? ['water in the tube or at the sensor’s mouth']
      : ['it is still warming up', 'a supply that sags', 'foam or sheet that creeps under load'],
    cures: moist
      ? [
          cure('Swab and dry the tube, then measure rest again', 'a few minutes'),
          cure('Lead the sensor off the flow by a side branch', 'a part'),
        ]
      : [cure('Wait a few minutes and measure rest again', 'a few minutes')],
  };
};

/** Noise with something switched on, over that with it off, from which it interferes; and the counts it must add. */
const INTERFERES = 1.5;
const INTERFERES_COUNTS = 0.5;

export const interference: Detector = ({ plateau }, listened) => {
  const { switchedOn, tUs } = listened;
  if (switchedOn.length === 0) return null;
  const during = (from: number) =>
    switchedOn.some(
      (s) => tUs[from] >= s.fromUs && tUs[Math.min(tUs.length - 1, from + plateau.width)] <= s.toUs,
    );
  // Noisier than rest, and yet at rest.
  const rest = plateau.all.filter((w) => Math.abs(w.level - plateau.rest) <= Math.max(1, 2 * w.noise));
  const on = rest.filter((w) => during(w.from)).map((w) => w.noise);
  const off = rest.filter((w) => !during(w.from)).map((w) => w.noise);
  if (on.length < 2 || off.length < 2) return null;
  const [with_, without] = [median(on), Math.max(QUANTISATION_NOISE, median(off))];
  if (with_ < INTERFERES * without || with_ - without < INTERFERES_COUNTS) return null;
  const [first] = switchedOn;
  return {
    code: 'interference',
    severity: 'doubt',
    evidence: { take: listened.take, fromUs: first.fromUs, toUs: first.toUs },
    says: `Its noise is ${with_.toFixed(1)} counts with it on, ${without.toFixed(1)} with it off.`,
    causes: ['its wires run beside those of what was switched on', 'both share a thin ground lead'],
    cures: [
      cure('Lead signal wires away from lights, motors and audio', 'a few minutes'),
      cure('Give what was switched on its own supply and ground leads', 'a part'),
    ],
  };
};

/** Scatter of where a lane comes back to, of the full scale, from which its dead zone costs playing. */
const SCATTERS = 0.02;

/** Share of the full scale around its middle in which a still window is a return, and no gesture that is held. */
const NEAR = 0.15;

/** p95 of the distances from their median at which a lane comes to lie between gestures, counts; null where it does not come back. */
export function returnScatter({ plateau }: ListenedLane, scale: number): number | null {
  const { all, windows, width, rest } = plateau;
  const stillest = Math.max(...windows.map((w) => w.noise));
  const still = all.filter((w) => w.noise <= stillest && Math.abs(w.level - rest) < NEAR * scale);
  const returns = still.filter((w, i) => i === 0 || w.from > still[i - 1].from + width).map((w) => w.level);
  if (returns.length < 3) return null;
  const middle = median(returns);
  return quantile(
    returns.map((l) => Math.abs(l - middle)),
    0.95,
  );
}

export const scatter: Detector = (lane, listened) => {
  if (!lane.returns) return null;
  const by = returnScatter(lane, fullScale(listened));
  if (by === null || by < SCATTERS * fullScale(listened)) return null;
  return {
    code: 'return-scatter',
    severity: 'doubt',
    evidence: wholeOf(listened),
    says: `It comes back to within ${by.toFixed(0)} counts only: its dead zone must be as wide.`,
    causes: ['a tired or weak spring', 'friction at the pivot'],
    cures: [cure('Clean the pivot, or renew the spring', 'a part')],
  };
};
