'use client';

import { useEffect, useRef } from 'react';
import type { Tuning } from '@/core/instrument/tunings';
import { tunedOctave } from '@/core/pitch/tuned-octave';
import { useSession } from '../hooks/use-session';
import { notify } from '../parts/notice';

/** Each note is heard for so long, ms. */
const NOTE_MS = 320;
/** A channel that the built-in sound has for itself: the last. */
const CHANNEL = 15;

/** Sounds an octave of a tuning from middle C, note by note; another call begins anew. */
export function useHear(): (tuning: Tuning) => void {
  const { ear } = useSession();
  const stop = useRef<() => void>(() => {});
  useEffect(() => () => stop.current(), []);
  return (tuning) => {
    stop.current();
    if (ear.loudness === 'off') return notify('The sound is off: S turns it on, low.');
    const timers: ReturnType<typeof setTimeout>[] = [];
    let last: number[] | null = null;
    const end = () => {
      if (last) ear.play(last);
      last = null;
    };
    const notes = tunedOctave(tuning, CHANNEL);
    notes.forEach(({ on, off }, i) =>
      timers.push(
        setTimeout(() => {
          end();
          on.forEach((message) => ear.play(message));
          last = off;
        }, i * NOTE_MS),
      ),
    );
    timers.push(setTimeout(end, notes.length * NOTE_MS));
    stop.current = () => {
      timers.forEach(clearTimeout);
      end();
    };
  };
}
