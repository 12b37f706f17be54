'use client';

import { useEffect, useRef } from 'react';
import { allContacts, boardOf, lanePlaces } from '@/core/instrument/access';
import type { Instrument } from '@/core/instrument/document';
import type { Sensor } from '@/core/instrument/sensor';
import { levelPort } from '@/core/kinds/ports';
import { wayOf } from '@/core/ways/registry';
import { computedKey, type Tick } from '@/workers/live-protocol';
import { useInstrument, useSession } from '../hooks/use-session';

/** How far each lane of a sensor is played, 0 … 1: of what was measured, of the whole converter where nothing was; of contacts the share that is not as at rest. */
export function laneReader(instrument: Instrument, sensor: Sensor): (tick: Tick, lane: number) => number {
  const places = lanePlaces(instrument, sensor);
  const contacts = allContacts(instrument);
  const ofLane = sensor.lanes.map((l) => (l.contacts ?? []).map((name) => contacts.indexOf(name)));
  const top = 2 ** boardOf(instrument, sensor).bits - 1;
  const c = sensor.calibration;
  const restClosed = c !== undefined && wayOf(c).closedAtRest(c);
  const smooth = sensor.lanes.map(() => ({ share: 0, tUs: 0 }));
  const keys = sensor.lanes.map((_, lane) => computedKey(sensor.id, lane, levelPort(sensor, lane) ?? ''));
  return (tick, lane) => {
    const computed = tick.computed[keys[lane]];
    if (computed !== undefined) return Math.abs(computed);
    const place = places[lane];
    if (place < 0) {
      const own = ofLane[lane];
      const share =
        own.filter((at) => (tick.closed[at] ?? restClosed) !== restClosed).length / own.length || 0;
      // What tells a level by how often it closes would flash.
      return levelPort(sensor, lane) === null ? share : smoothed(smooth[lane], share, tick.tUs);
    }
    // A tick from before a lane was added has nothing of it yet.
    return sensor.calibration ? (tick.responses[place] ?? 0) : (tick.counts[place] ?? 0) / top;
  };
}

/** Over so long, µs. */
const SMOOTH_US = 400_000;

function smoothed(own: { share: number; tUs: number }, share: number, tUs: number): number {
  const passedUs = Math.max(0, tUs - own.tUs);
  own.share += (share - own.share) * (1 - Math.exp(-passedUs / SMOOTH_US));
  own.tUs = tUs;
  return own.share;
}

/** Calls with each lane's share at every tick, past React. */
export function useLaneValues(sensor: Sensor, draw: (shares: readonly number[]) => void): void {
  const { live } = useSession();
  const instrument = useInstrument();
  const drawn = useRef(draw);
  useEffect(() => {
    drawn.current = draw;
  });
  useEffect(() => {
    const read = laneReader(instrument, sensor);
    return live.subscribe(({ tick }) => {
      if (tick) drawn.current(sensor.lanes.map((_, lane) => read(tick, lane)));
    });
  }, [live, instrument, sensor]);
}
