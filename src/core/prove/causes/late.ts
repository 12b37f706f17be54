import type { Change } from '../../findings/change';
import type { Finding } from '../../findings/finding';
import type { Instrument } from '../../instrument/document';
import { gateSet } from '../../ways/gate-set';
import { AIM_JITTER_MS, AIM_MS } from '../aims';
import type { LatencyParts } from '../latency';
import { judgedVoices } from '../intended';
import type { Frames } from '../../signal/take';
import type { SensorProved } from '../proved';

const PART_WORDS: Record<keyof LatencyParts, string> = {
  rise: 'the gesture itself: from a tenth of its rise to the threshold',
  scan: 'the scan: it is looked at too seldom',
  filter: 'a filter',
  window: 'the window in which a velocity is measured, or fingers settle',
  debounce: 'settling, debounce and hold-off',
  wire: 'the wire: what was queued before it, and its own bytes',
};

/** The board's own part of a latency. */
const BOARD: readonly (keyof LatencyParts)[] = ['scan', 'filter', 'window', 'debounce', 'wire'];

/** What a sensor's notes wait for on the board, where that is more than is aimed at, or spreads. */
export function lateFinding(
  instrument: Instrument,
  take: Frames,
  { sensor: id, latency }: SensorProved,
): Finding | null {
  if (!latency) return null;
  const board = BOARD.reduce((sum, part) => sum + latency.parts[part], 0);
  if (board <= AIM_MS && latency.boardJitter <= AIM_JITTER_MS) return null;
  const sensor = instrument.sensors.find((s) => s.id === id)!;
  const parts = [...BOARD]
    .sort((a, b) => latency.parts[b] - latency.parts[a])
    .filter((p) => latency.parts[p] > 0.05);
  const says =
    board > AIM_MS
      ? `${sensor.name} is ${board.toFixed(1)} ms late once its threshold is passed, on average; ${AIM_MS} ms are aimed at.`
      : `${sensor.name} is late by amounts that spread over ${latency.boardJitter.toFixed(1)} ms; ${AIM_JITTER_MS} ms is aimed at.`;
  return {
    ...{ code: board > AIM_MS ? 'late' : 'jitter', severity: 'doubt', sensor: id, says },
    causes: parts.map((part) => `${PART_WORDS[part]} (${latency.parts[part].toFixed(1)} ms)`),
    cures: quickened(instrument, take, id),
  };
}

/** Half of each window that a sensor's notes wait for. */
function quickened(instrument: Instrument, take: Frames, id: string): Finding['cures'] {
  const sensor = instrument.sensors.find((s) => s.id === id)!;
  const voices = judgedVoices(instrument, take).filter(({ gate }) => gate.sensor === id);
  const tries = voices.flatMap(({ id: voice, velocity, pitch }): Change[] => {
    const windowMs =
      velocity.is === 'attack' && velocity.windowMs > 2 ? { windowMs: velocity.windowMs / 2 } : {};
    const settle = 'settleMs' in pitch && pitch.settleMs ? { settleMs: pitch.settleMs / 2 } : {};
    const values = { ...windowMs, ...settle };
    return Object.keys(values).length > 0 ? [{ is: 'voice', voice, values }] : [];
  });
  const gate = gateSet(sensor, null);
  if (gate?.windowMs && gate.windowMs > 1.5)
    tries.push({ is: 'gate', sensor: id, lane: null, values: { windowMs: gate.windowMs / 2 } });
  return tries.length === 0
    ? []
    : [{ says: 'Halve the time it takes to judge', cost: 'velocities tell less of how hard it was', tries }];
}
