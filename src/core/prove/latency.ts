import type { Instrument } from '../instrument/document';
import { sourcesOf } from '../instrument/rules/voices';
import type { NoteVoice } from '../instrument/voices';
import { medianInterval, type Interval } from '../signal/interval';
import { mean } from '../signal/mean';
import { quantile } from '../signal/quantile';
import { wayOf } from '../ways/registry';
import type { OnsetsBy } from './intended';
import type { Judged } from './judge';

/** What a note waits for, from a tenth of its gesture's rise until it has left the wire, ms. Together they are all of it. */
export interface LatencyParts {
  /** From a tenth of the rise to the threshold: the gesture's own; below 0 where the threshold lies under a tenth. */
  rise: number;
  /** Until the next scan. */
  scan: number;
  /** Of a filter: gates never wait for one. */
  filter: number;
  /** In which a velocity is measured, or fingers settle. */
  window: number;
  /** Debounce, hold-off, mask, frames until a place is believed, and whatever else lets a note wait before it is sent. */
  debounce: number;
  /** What was queued before it, and its own bytes. */
  wire: number;
}

export interface NoteLatency {
  /** Place of its gesture among those that were meant. */
  intended: number;
  parts: LatencyParts;
  ms: number;
}

export interface Latency {
  n: number;
  p50: number;
  p95: number;
  /** p95 − p5. */
  jitter: number;
  /** Of the board alone, once the threshold was passed: p95 − p5. */
  boardJitter: number;
  /** Where the median may truly lie; null of too few. */
  interval: Interval | null;
  /** Means: they add up to the mean. */
  mean: number;
  parts: LatencyParts;
}

const PART_NAMES: readonly (keyof LatencyParts)[] = ['rise', 'scan', 'filter', 'window', 'debounce', 'wire'];

/** What each note waited for. Notes that waited for another sensor, a finger that landed later or a second gate, are left out. */
export function noteLatencies(
  instrument: Instrument,
  { intended, attacks, matched: { attackOf } }: Judged,
  onsets: OnsetsBy,
): NoteLatency[] {
  return intended.flatMap(({ onset, lane, sensor }, i) => {
    const attack = attacks[attackOf[i]];
    if (!attack || !onset || (lane !== null && attack.lane !== null && lane !== attack.lane)) return [];
    const { first, onUs } = attack;
    if (waitsForAnother(first.voice!, sensor, onset.riseUs, onUs, onsets)) return [];
    const seenUs = Math.min(onUs, onset.seenUs ?? onUs);
    const crossedUs = Math.min(seenUs, onset.crossedUs ?? seenUs);
    const decideMs = (onUs - seenUs) / 1000;
    const window = Math.min(decideMs, windowMs(instrument, first.voice!));
    const parts = {
      rise: (crossedUs - onset.riseUs) / 1000,
      scan: (seenUs - crossedUs) / 1000,
      ...{ filter: 0, window, debounce: decideMs - window },
      wire: (first.arrivesUs - onUs) / 1000,
    };
    return [{ intended: i, parts, ms: (first.arrivesUs - onset.riseUs) / 1000 }];
  });
}

/** What a voice, and the way of its gate, take to decide, ms. */
export function windowMs({ sensors }: Instrument, { gate, velocity, pitch }: NoteVoice): number {
  const { calibration } = sensors.find(({ id }) => id === gate.sensor)!;
  const attack = velocity.is === 'attack' ? velocity.windowMs : 0;
  const settle = 'settleMs' in pitch ? (pitch.settleMs ?? 0) : 0;
  return attack + settle + (calibration ? wayOf(calibration).decisionMs(calibration) : 0);
}

/** Whether another of the sensors that a voice needs began after its gate did, and before its note. */
function waitsForAnother(
  voice: NoteVoice,
  sensor: string | null,
  fromUs: number,
  onUs: number,
  onsets: OnsetsBy,
): boolean {
  const others = sourcesOf(voice).filter(
    ([field, source]) => (field === 'and' || field.startsWith('pitch')) && source.sensor !== sensor,
  );
  return others.some(([, source]) =>
    (onsets.get(source.sensor) ?? []).some(({ riseUs }) => riseUs > fromUs && riseUs <= onUs),
  );
}

/** @returns null without any */
export function latencyOf(notes: readonly NoteLatency[]): Latency | null {
  if (notes.length === 0) return null;
  const all = notes.map(({ ms }) => ms);
  const boards = notes.map(
    ({ parts }) => parts.scan + parts.filter + parts.window + parts.debounce + parts.wire,
  );
  const spread = (values: readonly number[]) => quantile(values, 0.95) - quantile(values, 0.05);
  const means = PART_NAMES.map((name) => [name, mean(notes.map(({ parts }) => parts[name]))]);
  return {
    ...{ n: notes.length, p50: quantile(all, 0.5), p95: quantile(all, 0.95) },
    ...{ jitter: spread(all), boardJitter: spread(boards), interval: medianInterval(all), mean: mean(all) },
    parts: Object.fromEntries(means) as LatencyParts,
  };
}
