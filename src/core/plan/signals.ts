import { kindPlanOf } from '../kinds/plans-registry';
import type { Sensor } from '../instrument/sensor';
import type { Signal } from '../kinds/kind-plan';
import { NO_NEEDS, type Needs } from './pins';

/** A signal of a sensor of an instrument. */
export interface WiredSignal extends Signal {
  sensor: string;
  /** Unique on its board: "stones · out 3". */
  label: string;
  /** Which wire of the lights it is. */
  light?: number;
}

/** The signals of a sensor, in order. */
export const signalsOf = (sensor: Sensor): WiredSignal[] =>
  kindPlanOf(sensor)
    .signals(sensor.lanes.length)
    .map((signal) => {
      const place = signal.lane === null || sensor.lanes.length === 1 ? '' : ` ${signal.lane + 1}`;
      return { ...signal, sensor: sensor.id, label: `${sensor.name} · ${signal.name}${place}` };
    });

/** How many of each need a sensor has. */
export function needsOf(sensor: Sensor): Needs {
  const needs = { ...NO_NEEDS };
  for (const signal of kindPlanOf(sensor).signals(sensor.lanes.length)) needs[signal.needs]++;
  return needs;
}
