import type { LaneReading } from '@/core/calibrate/report';
import type { Sensor } from '@/core/instrument/sensor';
import type { TermId } from '../parts/terms';
import { wordsOf } from '../ways/registry';

/** A column of the table of lanes. */
export interface LaneColumn {
  head: string;
  /** What explains its head. */
  term?: TermId;
  /** The number of a lane, or null where it is not known. */
  of: (lane: string) => number | null;
}

/** The columns that a bank's lanes have: what was read, else what was accepted. */
export function laneColumns(sensor: Sensor, readings: readonly LaneReading[] | null): LaneColumn[] {
  if (readings) {
    const names = [...new Set(readings.flatMap((r) => Object.keys(r.numbers)))];
    const read = (lane: string) => readings.find((r) => r.lane === lane);
    return [
      { head: 'played', of: (lane) => read(lane)?.gestures ?? 0 },
      ...names.map((name) => ({
        ...headOf(name),
        of: (lane: string) => read(lane)?.numbers[name] ?? null,
      })),
    ];
  }
  const c = sensor.calibration;
  if (!c) return [];
  const { columns, lane: numbersOf } = wordsOf(c);
  return columns.map((name) => ({ ...headOf(name), of: (lane) => numbersOf(c, lane)?.[name] ?? null }));
}

const HEADS: Record<string, [head: string, term?: TermId]> = {
  on: ['on, from rest', 'threshold'],
  off: ['off, from rest', 'threshold'],
  full: ['full, from rest', 'reach'],
  reach: ['reach, from rest', 'reach'],
  missed: ['soft missed'],
  apartSteps: ['apart, steps'],
  apartSure: ['±, steps', 'σ'],
  softest: ['softest'],
  onSigmas: ['on, σ', 'σ'],
  signalToNoise: ['signal, σ', 'σ'],
  crosstalkPercent: ['neighbours, %', 'crosstalk'],
  edgePercent: ['at its edge, %'],
  shockPercent: ['shaken, %'],
  shockUpToPercent: ['up to, %'],
  gain: ['gain, a g'],
  offsetError: ['offset ±'],
  gainError: ['gain ±'],
  slowestMs: ['slowest, ms'],
  fastestMs: ['fastest, ms'],
  stopMs: ['still after, ms'],
  unevenPercent: ['uneven, %'],
  lateMs: ['smoothed by, ms'],
  softMs: ['soft, ms'],
  loudMs: ['loud, ms'],
  factor: ['factor', 'factor'],
  factorSure: ['±', 'σ'],
  longestBounceMs: ['bounce, ms', 'debounce'],
};

function headOf(name: string): { head: string; term?: TermId } {
  const [head, term] = HEADS[name] ?? [name];
  return term ? { head, term } : { head };
}
