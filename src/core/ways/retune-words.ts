import type { Sensor } from '../instrument/sensor';
import { counted } from '../units/counted';
import { laneRange, levelOf } from './registry';

/** What moved less is as it was: counts of rest, share of reach. (Common practice, no source.) */
const COUNTS = 1.5;
const SHARE = 0.03;

/** How far the other sides of its levels reach now, over what they did, less one. */
const otherSides = (before: Sensor, after: Sensor): { reach: number }[] =>
  before.lanes.flatMap((_, i) => {
    const [was, is] = [levelOf(before, i)?.down, levelOf(after, i)?.down];
    return was && is ? [{ reach: is.reach / was.reach - 1 }] : [];
  });

/** What of a sensor's rest and reach is another since, in words; null where nothing is. */
export function retuneWords(before: Sensor, after: Sensor): string | null {
  const lanes = before.lanes.flatMap(({ id }) => {
    const [was, is] = [laneRange(before, id), laneRange(after, id)];
    return was && is ? [{ rest: is.rest - was.rest, reach: is.travel / was.travel - 1 }] : [];
  });
  const rests = lanes.filter(({ rest }) => Math.abs(rest) >= COUNTS);
  const reaches = [...lanes, ...otherSides(before, after)].filter(({ reach }) => Math.abs(reach) >= SHARE);
  if (rests.length + reaches.length === 0) return null;
  if (lanes.length > 1)
    return [
      ...(rests.length > 0 ? [`rest of ${counted(rests.length, 'lane')}`] : []),
      ...(reaches.length > 0 ? [`reach of ${counted(reaches.length, 'lane')}`] : []),
    ].join(', ');
  const signed = (n: number, unit: string) => `${n > 0 ? '+' : '−'}${Math.abs(n).toFixed(0)}${unit}`;
  return [
    ...rests.map(({ rest }) => `rest ${signed(rest, '')} counts`),
    ...reaches.map(({ reach }) => `reach ${signed(100 * reach, ' %')}`),
  ].join(', ');
}
