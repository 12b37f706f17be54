import FFT from 'fft.js';
import { median } from './quantile';

/** Mains pick-up at one frequency. */
export interface Hum {
  hz: number;
  /** Amplitude of the sine, counts. */
  amplitude: number;
  /** Power of its bin over the median of the bins around it. */
  ratio: number;
}

const MAINS_HZ = [50, 100, 60, 120];
const LEAST_WINDOW = 64;

/** Samples of a window: a power of two, so many that bins are as narrow as asked for at any rate. */
const windowOf = (rateHz: number, binHz: number): number =>
  2 ** Math.ceil(Math.log2(Math.max(LEAST_WINDOW, rateHz / binHz)));

/**
 * Mains hum from a Welch spectrum (Welch, IEEE Trans. Audio Electroacoust. 15, 1967): Hann windows of a second or more,
 * half overlapped, each freed of its mean.
 * @param counts one window or more; fewer give an empty list
 * @param binHz widest bin, Hz; where the counts are too few for it, 1 Hz
 * @returns the mains frequencies and second harmonics below half the rate, strongest first
 */
export function humOf(counts: ArrayLike<number>, rateHz: number, binHz = 1): Hum[] {
  const narrow = windowOf(rateHz, binHz);
  const samples = counts.length < narrow ? windowOf(rateHz, 1) : narrow;
  if (counts.length < samples) return [];
  const power = welch(counts, samples);
  const width = rateHz / samples;
  return MAINS_HZ.filter((hz) => hz < rateHz / 2 - 12 * width)
    .map((hz) => {
      const bin = Math.round(hz / width);
      const around = [-10, -9, -8, -7, -6, -5, 5, 6, 7, 8, 9, 10].map((k) => power[Math.max(1, bin + k)]);
      const inPeak = power[bin - 1] + power[bin] + power[bin + 1];
      const floor = median(around);
      // A sine of amplitude A spreads A²/4 · Σw² over the bins beside its own, as a Hann window does.
      const amplitude = Math.sqrt(Math.max(0, (4 * (inPeak - 3 * floor)) / (samples * 0.375 * samples)));
      return { hz, amplitude, ratio: floor > 0 ? power[bin] / floor : Infinity };
    })
    .sort((a, b) => b.amplitude - a.amplitude);
}

/** Mean squared magnitude a bin, 0 … samples / 2. */
function welch(counts: ArrayLike<number>, samples: number): Float64Array {
  const fft = new FFT(samples);
  const spectrum = fft.createComplexArray();
  const power = new Float64Array(samples / 2 + 1);
  const hann = Float64Array.from(
    { length: samples },
    (_, i) => 0.5 - 0.5 * Math.cos((2 * Math.PI * i) / samples),
  );
  let windows = 0;
  for (let at = 0; at + samples <= counts.length; at += samples / 2, windows++) {
    let mean = 0;
    for (let i = 0; i < samples; i++) mean += counts[at + i] / samples;
    const windowed = Array.from(hann, (w, i) => (counts[at + i] - mean) * w);
    fft.realTransform(spectrum, windowed);
    for (let k = 0; k < power.length; k++) power[k] += spectrum[2 * k] ** 2 + spectrum[2 * k + 1] ** 2;
  }
  return power.map((p) => p / windows);
}
