import type { Instrument } from '../instrument/document';
import { gatePort } from '../kinds/ports';
import type { Frames } from '../signal/take';
import { playedAlone } from './alone';
import { fingerSpreadMs } from './transition-risk';

/**
 * How far apart the fingers of one movement land in a take, ms (p95), as the sensor's own gates tell them; NaN where it has too few movements.
 * @param sensor id of one whose lanes are fingers
 */
export function fingerSpreadOf(instrument: Instrument, sensor: string, take: Frames): number {
  const own = instrument.sensors.find(({ id }) => id === sensor)!;
  const port = gatePort(own);
  if (port === null || !own.calibration) return NaN;
  const told = { ...own, lanes: own.lanes.map((lane, i) => ({ ...lane, note: i })) };
  const voice = { gate: { sensor, port }, side: 'both', pitch: { is: 'lane' } } as const;
  const events = playedAlone(instrument, told, { ...voice, velocity: { is: 'fixed', value: 100 } }, take);
  return fingerSpreadMs(events.map(({ tUs }) => tUs));
}
