import type { LaneReading } from '@/core/calibrate/report';
import type { Calibration } from '@/core/instrument/calibration';
import type { Sensor } from '@/core/instrument/sensor';
import type { TermId } from '../parts/terms';

interface SharedReading {
  label: string;
  /** What explains its label. */
  term?: TermId;
  value: string;
  unit: string;
  says: string;
}

/** What the lanes of a calibration share, with what it is worth. */
export function sharedReadings(c: Calibration): SharedReading[] {
  if (c.is === 'touch')
    return [
      {
        label: 'Follows drift',
        term: 'drift',
        value: c.followPerSecond.toFixed(1),
        unit: 'counts/s',
        says: 'While nothing touches it; frozen while touched.',
      },
      {
        label: 'Longest touch',
        value: String(c.longestTouchS),
        unit: 's',
        says: 'A longer one is taken for a change of the pad.',
      },
    ];
  if (c.is === 'strike')
    return [
      {
        label: 'Window',
        value: String(c.windowMs),
        unit: 'ms',
        says: 'From the first touch to the note: the peak in it is the velocity.',
      },
      {
        label: 'Mask',
        term: 'mask',
        value: String(c.maskMs),
        unit: 'ms',
        says: `Then a second strike must exceed the last, halved every ${c.halfLifeMs} ms.`,
      },
    ];
  if (c.is === 'contacts')
    return [
      {
        label: 'Debounce',
        term: 'debounce',
        value: String(c.debounceMs),
        unit: 'ms',
        says: `Normally ${c.rest}. A press counts at once; what follows within this is bounce.`,
      },
    ];
  return [];
}

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
  if (c?.is !== 'touch' && c?.is !== 'strike') return [];
  const names =
    c.is === 'touch' ? (['untouched', 'touched', 'on', 'off'] as const) : (['rest', 'on', 'full'] as const);
  return names.map((name) => ({
    ...headOf(name),
    of: (lane) => {
      const record = c.lanes.find((l) => l.lane === lane) as Record<string, unknown> | undefined;
      return record ? Number(record[name]) : null;
    },
  }));
}

const HEADS: Record<string, [head: string, term?: TermId]> = {
  on: ['on, from rest', 'threshold'],
  off: ['off, from rest', 'threshold'],
  full: ['full, from rest', 'reach'],
  softest: ['softest'],
  onSigmas: ['on, σ', 'σ'],
  signalToNoise: ['signal, σ', 'σ'],
  crosstalkPercent: ['neighbours, %', 'crosstalk'],
  shockPercent: ['shaken, %'],
  longestBounceMs: ['bounce, ms', 'debounce'],
};

function headOf(name: string): { head: string; term?: TermId } {
  const [head, term] = HEADS[name] ?? [name];
  return term ? { head, term } : { head };
}
