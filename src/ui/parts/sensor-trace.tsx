'use client';

import type { Sensor } from '@/core/instrument/sensor';
import { kindOf } from '@/core/kinds/registry';
import { useSession } from '../hooks/use-session';
import { useColours } from './colours';
import { Trace, type TraceOverlay } from './trace';

/** The last eight seconds of a sensor, in the colour of its family. @param height CSS */
export function SensorTrace({
  sensor,
  column,
  overlay,
  height,
  says = 'in counts',
}: {
  sensor: Sensor;
  column: number;
  overlay: () => TraceOverlay;
  height: string;
  /** What is drawn with it, for who cannot see it. */
  says?: string;
}) {
  const { traces } = useSession();
  const colours = useColours();
  if (!traces[column]) return null;
  return (
    <Trace
      ring={traces[column]}
      colour={colours[kindOf(sensor).family]}
      range={null}
      overlay={overlay}
      height={height}
      label={`The last eight seconds of ${sensor.name}, ${says}`}
    />
  );
}
