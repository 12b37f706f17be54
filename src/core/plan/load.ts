import type { Sensor } from '../instrument/sensor';
import { kindOf } from '../kinds/registry';
import { added, NO_NEEDS, type Needs } from './pins';
import { needsOf } from './signals';

/** What sensors ask of a board, added up. */
export interface Load {
  needs: Needs;
  /** Source resistances of all converted inputs together, Ω: they settle one after another. */
  ohms: number;
  lanes: number;
  /** The fastest rate that one of them asks for, and why. */
  leastHz: number;
  because: string;
}

export const NO_LOAD: Load = { needs: NO_NEEDS, ohms: 0, lanes: 0, leastHz: 0, because: '' };

export function loadOf(sensor: Sensor): Load {
  const { sourceOhms, rate } = kindOf(sensor).plan;
  const needs = needsOf(sensor);
  return { needs, ohms: needs.analogue * sourceOhms, lanes: sensor.lanes.length, ...rate };
}

export function together(a: Load, b: Load): Load {
  const { leastHz, because } = a.leastHz >= b.leastHz ? a : b;
  return {
    needs: added(a.needs, b.needs),
    ohms: a.ohms + b.ohms,
    lanes: a.lanes + b.lanes,
    leastHz,
    because,
  };
}

export const loadOfAll = (sensors: readonly Sensor[]): Load => sensors.map(loadOf).reduce(together, NO_LOAD);
