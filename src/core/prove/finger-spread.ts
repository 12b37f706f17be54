import { newInstrument } from '../instrument/create';
import type { Instrument } from '../instrument/document';
import { gatePort } from '../kinds/ports';
import type { Frames } from '../signal/take';
import { boardTakes, playTake } from './play-take';
import { fingerSpreadMs } from './transition-risk';

/**
 * How far apart the fingers of one movement land in a take, ms (p95), as the sensor's own gates tell them; NaN where it has too few movements.
 * @param sensor id of one whose lanes are fingers
 */
export function fingerSpreadOf(instrument: Instrument, sensor: string, take: Frames): number {
  const own = instrument.sensors.find(({ id }) => id === sensor)!;
  const board = instrument.boards.find(({ id }) => id === own.board)!;
  const port = gatePort(own);
  if (port === null || !own.calibration) return NaN;
  const alone: Instrument = {
    ...newInstrument('fingers', 'Fingers', '2026-01-01T00:00:00Z'),
    boards: [{ ...board, midiBaud: FAST_BAUD }],
    sensors: [{ ...own, lanes: own.lanes.map((lane, i) => ({ ...lane, note: i })) }],
    zones: [{ is: 'single', id: 'z', channel: 1 }],
    voices: [
      {
        ...{ is: 'note', id: 'v', zone: 'z', side: 'both', gate: { sensor, port } },
        ...{ pitch: { is: 'lane' }, velocity: { is: 'fixed', value: 100 } },
      },
    ],
  };
  const events = boardTakes(alone, take).flatMap((part) => playTake(part, Infinity)?.events ?? []);
  return fingerSpreadMs(events.map(({ tUs }) => tUs));
}
/** A wire that never waits. */
const FAST_BAUD = 2_000_000;
