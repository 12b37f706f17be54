'use client';

import { useMemo, useState } from 'react';
import type { Finding } from '@/core/findings/finding';
import { kindOf } from '@/core/kinds/registry';
import { useInstrument, useSensor } from '../hooks/use-session';
import { useColours } from '../parts/colours';
import { laneName } from '../parts/words';
import type { Desked } from './use-desk';

/** The lanes of a recording in its own order, each with its sensor where the instrument knows it, and the one that is looked at. */
export function useLanes({ shape }: Desked) {
  const { sensors } = useInstrument();
  const { sensor: live, lane } = useSensor();
  const colours = useColours();
  const lanes = useMemo(() => {
    const known = sensors.flatMap((sensor) => sensor.lanes.map((l) => ({ sensor, lane: l })));
    return [...shape.channels, ...shape.contacts].map((column) => {
      const found = known.find(({ lane: l }) => l.column === column || l.contacts?.includes(column));
      const one = (found?.lane.contacts?.length ?? 1) === 1;
      return { column, sensor: found?.sensor ?? null, lane: found?.lane.id ?? column, one };
    });
  }, [shape, sensors]);
  const places = useMemo(
    () =>
      lanes.map(({ column, sensor, lane: id, one }) => ({
        name: sensor && one ? laneName(sensor, id) : column,
        colour: sensor ? colours[kindOf(sensor).family] : colours.ink,
      })),
    [lanes, colours],
  );
  const placeOf = (sensor: string, id?: string) =>
    lanes.findIndex((l) => (l.sensor ? l.sensor.id === sensor && l.lane === id : l.column === sensor));
  const [picked, setPicked] = useState<number | null>(null);
  const chosen = picked ?? Math.max(0, placeOf(live.id, live.lanes[lane].id));
  return {
    ...{ places, chosen, choose: setPicked },
    sensor: lanes[chosen]?.sensor ?? null,
    chooseLane: ({ sensor, lane: id }: Finding) => {
      const at = placeOf(sensor, id);
      if (at >= 0) setPicked(at);
    },
  };
}
