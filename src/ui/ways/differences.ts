import type { Calibration } from '@/core/instrument/calibration';
import type { Sensor } from '@/core/instrument/sensor';
import { wordsOf } from './registry';

/** A value that two calibrations of a sensor have. */
export interface Compared {
  /** Id of the lane, or null for what lanes share. */
  lane: string | null;
  name: string;
  now: string;
  /** How exact it is, where that is known: σ, in the same unit. */
  within: string | null;
  then: string;
  /** How far it went, as a share of its size, 0 … 1; what is no number and differs has 1. */
  share: number;
}

/** The values of a calibration beside those of an earlier one, those that differ most first; without another beside themselves. */
export function compared(sensor: Sensor, now: Calibration, then: Calibration = now): Compared[] {
  const words = wordsOf(now);
  const [readings, before] = [words.shared(now), words.shared(then)];
  const shared = readings.map(({ label, value, unit }): Compared => {
    const other = before.find((r) => r.label === label)?.value ?? '–';
    return {
      ...{ lane: null, name: unit ? `${label}, ${unit}` : label, now: value, within: null, then: other },
      share: value === other ? 0 : 1,
    };
  });
  const lanes = sensor.lanes.flatMap(({ id }) => {
    const [own, other, within] = [words.lane(now, id), words.lane(then, id), words.within?.(now, id)];
    return words.columns.flatMap((name): Compared[] => {
      const [a, b] = [own?.[name], other?.[name]];
      if (a === undefined) return [];
      const size = Math.max(Math.abs(a), Math.abs(b ?? 0));
      return [
        {
          ...{ lane: id, name, now: short(a), then: b === undefined ? '–' : short(b) },
          within: within?.[name] === undefined ? null : short(within[name]),
          share: b === undefined ? 1 : size === 0 ? 0 : Math.abs(a - b) / size,
        },
      ];
    });
  });
  return [...shared, ...lanes].sort((a, b) => b.share - a.share);
}

/** Whole where it is large, three digits where it is small. */
const short = (n: number): string =>
  Number.isInteger(n) ? String(n) : Math.abs(n) >= 100 ? n.toFixed(1) : String(Number(n.toPrecision(3)));
