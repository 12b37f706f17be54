import type { Calibration } from '../instrument/document';
import { openingsOf } from './attack';
import type { PlayedTake } from './level-types';

/** Openings of the gate beyond one for each gesture that reached "on", in all played takes, both sides together. */
export function chatterOf(played: readonly PlayedTake[], c: Calibration): number {
  const whole = Math.round(c.rest);
  const upSign = c.polarity === 'falling' ? -1 : 1;
  const gates = [{ sign: upSign, on: upSign * (c.on - whole), off: upSign * (c.off - whole) }];
  if (c.onDown !== null && c.offDown !== null)
    gates.push({ sign: -upSign, on: upSign * (whole - c.onDown), off: upSign * (whole - c.offDown) });
  return played.reduce((sum, take) => {
    const extra = gates.map(({ sign, on, off }) => {
      const distances = Int32Array.from(take.counts, (n) => sign * (n - whole));
      const heard = take.gestures.filter((g) => g.sign === sign && sign * (g.peak - whole) >= on).length;
      return Math.max(0, openingsOf(take.tUs, distances, { on, off }, 0).length - heard);
    });
    return sum + extra.reduce((a, b) => a + b, 0);
  }, 0);
}
