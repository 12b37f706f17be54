'use client';

import { useEffect, useRef, useState } from 'react';
import { allContacts, lanePlaces } from '@/core/instrument/access';
import type { Sensor } from '@/core/instrument/sensor';
import type { Tick } from '@/workers/live-protocol';
import { useInstrument, useSession } from '../hooks/use-session';

/** A lane is played from this share of its reach on, and let go below the other. */
const [PLAYED, LET_GO] = [0.5, 0.25];

/**
 * The order in which a sensor's lanes are played, each once, from when it is asked for until all have been, or it is ended.
 * @param done called with their places in that order, at least one
 */
export function usePlayedInOrder(sensor: Sensor, done: (places: readonly number[]) => void) {
  const { live } = useSession();
  const instrument = useInstrument();
  const [places, setPlaces] = useState<readonly number[] | null>(null);
  const going = places !== null;
  const now = useRef({ instrument, sensor, done, places });
  useEffect(() => {
    now.current = { instrument, sensor, done, places };
  });
  const end = (played: readonly number[]) => {
    setPlaces(null);
    if (played.length > 0) now.current.done(played);
  };
  useEffect(() => {
    if (!going) return;
    const held = new Set<number>();
    return live.subscribe(({ tick }) => {
      const { places: before, sensor: own, instrument: all } = now.current;
      if (!tick || !before) return;
      const strengths = strengthsOf(tick, all, own);
      const fresh = strengths.flatMap((s, i) => (s >= PLAYED && !held.has(i) ? [i] : []));
      strengths.forEach((s, i) => (s >= PLAYED ? held.add(i) : s < LET_GO && held.delete(i)));
      const next = [...before, ...fresh.filter((i) => !before.includes(i))];
      if (next.length === before.length) return;
      now.current.places = next;
      if (next.length === own.lanes.length) end(next);
      else setPlaces(next);
    });
  }, [going, live]);
  return {
    /** Its lanes can be heard: contacts always, levels once they are calibrated. */
    offered: sensor.calibration !== undefined || sensor.lanes.every((l) => l.contacts),
    going,
    places: places ?? [],
    toggle: () => (places ? end(places) : setPlaces([])),
  };
}

/** How far each lane is played, 0 … 1. */
function strengthsOf(tick: Tick, instrument: Parameters<typeof lanePlaces>[0], sensor: Sensor): number[] {
  const contacts = allContacts(instrument);
  return lanePlaces(instrument, sensor).map((column, i) =>
    column >= 0
      ? (tick.responses[column] ?? 0)
      : Number(tick.closed[contacts.indexOf(sensor.lanes[i].contacts?.at(-1) ?? '')] ?? false),
  );
}
