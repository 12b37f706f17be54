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

const SEGMENT = 1024;
const MAINS_HZ = [50, 100, 60, 120];

/**
 * Mains hum from a Welch spectrum (Welch, IEEE Trans. Audio Electroacoust. 15, 1967): Hann windows of 1024 samples,
 * half overlapped, each freed of its mean.
 * @param counts 1024 samples or more; fewer give an empty list
 * @returns the mains frequencies and second harmonics below half the rate, strongest first
 */
export function humOf(counts: ArrayLike<number>, rateHz: number): Hum[] {
  if (counts.length < SEGMENT) return [];
  const power = welch(counts);
  const binHz = rateHz / SEGMENT;
  return MAINS_HZ.filter((hz) => hz < rateHz / 2 - 12 * binHz)
    .map((hz) => {
      const bin = Math.round(hz / binHz);
      const around = [-10, -9, -8, -7, -6, -5, 5, 6, 7, 8, 9, 10].map((k) => power[Math.max(1, bin + k)]);
      const inPeak = power[bin - 1] + power[bin] + power[bin + 1];
      const floor = median(around);
      // A sine of amplitude A spreads A²/4 · Σw² over the bins beside its own, as a Hann window does.
      const amplitude = Math.sqrt(Math.max(0, (4 * (inPeak - 3 * floor)) / (SEGMENT * 0.375 * SEGMENT)));
      return { hz, amplitude, ratio: floor > 0 ? power[bin] / floor : Infinity };
    })
    .sort((a, b) => b.amplitude - a.amplitude);
}

/** Mean squared magnitude a bin, 0 … 512. */
function welch(counts: ArrayLike<number>): Float64Array {
  const fft = new FFT(SEGMENT);
  const spectrum = fft.createComplexArray();
  const power = new Float64Array(SEGMENT / 2 + 1);
  let segments = 0;
  for (let at = 0; at + SEGMENT <= counts.length; at += SEGMENT / 2, segments++) {
    let mean = 0;
    for (let i = 0; i < SEGMENT; i++) mean += counts[at + i] / SEGMENT;
    const windowed = Array.from(
      { length: SEGMENT },
      (_, i) => (counts[at + i] - mean) * (0.5 - 0.5 * Math.cos((2 * Math.PI * i) / SEGMENT)),
    );
    fft.realTransform(spectrum, windowed);
    for (let k = 0; k <= SEGMENT / 2; k++) power[k] += spectrum[2 * k] ** 2 + spectrum[2 * k + 1] ** 2;
  }
  return power.map((p) => p / segments);
}
