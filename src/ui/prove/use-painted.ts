'use client';

import { useMemo } from 'react';
import type { ProofPicture } from '@/core/exchange/proof/proof-json';
import { laneWord } from '@/core/instrument/lane-word';
import type { Sensor } from '@/core/instrument/sensor';
import { kindOf } from '@/core/kinds/registry';
import { gateSet } from '@/core/ways/gate-set';
import { signOf } from '@/core/ways/level/lane-level';
import { laneRange, levelOf, wayOf } from '@/core/ways/registry';
import { useInstrument, useSensor } from '../hooks/use-session';
import { useColours } from '../parts/colours';
import type { DrawnLane, Painted } from './timeline-paint';
import type { Moments } from './use-moments';
import type { ProveSource } from './use-prove-source';

/** What the timeline shows: the lane of what is looked at, else of the sensor that is chosen where it begins notes, else of the first that does. */
export function usePainted(
  source: ProveSource | null,
  proved: ProofPicture | null,
  tried: ProofPicture | null,
  { view, chosen }: Moments,
): Painted | null {
  const { sensors } = useInstrument();
  const { sensor: own, lane } = useSensor();
  const colours = useColours();
  return useMemo(() => {
    if (!source || !proved) return null;
    const gates = proved.sensors.map(({ sensor }) => sensor);
    const named = chosen?.sensor ?? (gates.includes(own.id) ? own.id : gates[0]);
    const sensor = sensors.find(({ id }) => id === named) ?? own;
    const place = chosen?.lane
      ? sensor.lanes.findIndex(({ id }) => id === chosen.lane)
      : sensor === own
        ? lane
        : 0;
    const colour = colours[kindOf(sensor).family];
    return {
      frames: source.frames,
      proved,
      tried,
      view,
      chosen,
      lane: laneOf(source, sensor, place, colour),
    };
  }, [source, proved, tried, view, chosen, sensors, own, lane, colours]);
}

function laneOf({ frames }: ProveSource, sensor: Sensor, place: number, colour: string): DrawnLane {
  const { id, column, contacts } = sensor.lanes[Math.max(0, place)];
  const gate = gateSet(sensor, id);
  const range = laneRange(sensor, id);
  const sign = upOf(sensor, Math.max(0, place));
  const at = (distance: number | undefined, way: number, word: string) =>
    distance === undefined || !range ? [] : [{ at: Math.round(range.rest) + way * distance, word }];
  const down = levelOf(sensor, Math.max(0, place))?.down;
  const lines =
    !gate || gate.shares
      ? []
      : [...at(gate.on, sign, 'on'), ...at(gate.off, sign, 'off'), ...at(down?.on, -sign, 'on')];
  return {
    column: frames.channels.indexOf(column ?? ''),
    contact: frames.edges?.contacts.indexOf(contacts?.[0] ?? '') ?? -1,
    name: sensor.lanes.length > 1 ? `${sensor.name}, ${laneWord(sensor, Math.max(0, place))}` : sensor.name,
    ...{ colour, lines },
  };
}

/** Which way from rest a lane is played first: 1 or −1. */
function upOf(sensor: Sensor, place: number): 1 | -1 {
  const level = levelOf(sensor, place);
  if (level) return signOf(level);
  return (sensor.calibration && wayOf(sensor.calibration).onlyWay(sensor.calibration)) ?? 1;
}
