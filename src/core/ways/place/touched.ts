/** "On" and "off", in σ of the untouched level and counts. (Handbook 4.1; counts: common practice, no source.) */
const ON_SIGMAS = 8;
/** And over all that it does while untouched; "off" is half of "on". (Common practice, no source.) */
const OVER_EXCURSION = 1.5;
const LEAST_ON = 6;

/** From how far from rest on a lane is touched, and short of which it is let go, counts. An end of the converter, at which it may rest, cuts off half of its noise: so what it does there counts too. */
export function touchedFrom({ noise, excursion }: { noise: number; excursion: number }): {
  on: number;
  off: number;
} {
  const on = Math.ceil(Math.max(LEAST_ON, ON_SIGMAS * noise, OVER_EXCURSION * excursion));
  return { on, off: Math.max(1, Math.min(on - 1, Math.ceil(on / 2))) };
}
