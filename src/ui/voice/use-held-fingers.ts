'use client';

import { useEffect, useMemo, useState } from 'react';
import type { Finger } from '@/core/stages/fingers';
import { laneReader } from '../parts/lane-values';
import { useInstrument, useSession } from '../hooks/use-session';

/** A finger is down from half its way on. */
const DOWN = 0.5;

/** Which fingers are down now, a sign each: 1 down, 0 up. It changes only as they do. */
export function useHeldFingers(fingers: readonly Finger[]): string {
  const { live } = useSession();
  const instrument = useInstrument();
  const [held, setHeld] = useState('0'.repeat(fingers.length));
  const readers = useMemo(() => {
    const own = new Map(fingers.map(({ sensor }) => [sensor.id, laneReader(instrument, sensor)]));
    return fingers.map(({ sensor, lane }) => ({ read: own.get(sensor.id)!, lane }));
  }, [instrument, fingers]);
  useEffect(
    () =>
      live.subscribe(({ tick }) => {
        if (tick) setHeld(readers.map(({ read, lane }) => (read(tick, lane) >= DOWN ? '1' : '0')).join(''));
      }),
    [live, readers],
  );
  return held;
}
