import type { Onset } from '../../calibrate/onset';
import type { Sensor } from '../../instrument/sensor';
import type { Frames } from '../../signal/take';
import { movesOf, type Move } from '../pair/contact-moves';
import type { ContactsCalibration } from './calibration';

/** What a hand leaves and comes back to faster than this is a bounce, and what is shorter no press, µs. (Common practice, no source.) */
const BOUNCE_US = 15_000;
const LEAST_US = 8_000;

/** The presses of switches in a take. */
export function contactOnsets(sensor: Sensor, c: ContactsCalibration, { edges, tUs }: Frames): Onset[] {
  if (!edges) return [];
  const endUs = Math.max(tUs.length > 0 ? tUs[tUs.length - 1] : 0, edges.tUs.at(-1) ?? 0);
  return sensor.lanes.flatMap(({ id, contacts = [] }) =>
    pressesOf(movesOf(edges, contacts[0] ?? '', c.rest === 'closed').moves, endUs).map(([fromUs, toUs]) => ({
      ...{ lane: id, riseUs: fromUs, crossedUs: fromUs, seenUs: fromUs, toUs, peak: NaN },
    })),
  );
}

/** From leaving rest to coming back. */
function pressesOf(moves: readonly Move[], endUs: number): [fromUs: number, toUs: number][] {
  const presses: [number, number][] = [];
  for (const { tUs, left } of moves) {
    const last = presses.at(-1);
    if (!left) {
      if (last) last[1] = tUs;
    } else if (last && tUs - last[1] < BOUNCE_US) last[1] = endUs;
    else presses.push([tUs, endUs]);
  }
  return presses.filter(([fromUs, toUs]) => toUs - fromUs >= LEAST_US);
}
