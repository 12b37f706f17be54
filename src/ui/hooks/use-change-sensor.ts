'use client';

import { useCallback } from 'react';
import type { Sensor, Voice } from '@/core/instrument/document';
import { useSession } from './use-session';

/** Changes one sensor of the instrument, undoably; false where this tab only looks on. */
export function useChangeSensor() {
  const { workspace } = useSession();
  return useCallback(
    (id: string, says: string, change: (s: Sensor) => Sensor, logged = false) => {
      const instrument = workspace.store.getState().history!.present;
      const sensors = instrument.sensors.map((s) => (s.id === id ? change(s) : s));
      return workspace.change(says, { ...instrument, sensors }, logged);
    },
    [workspace],
  );
}

/** Replaces the instrument's voices, undoably. */
export function useChangeVoices() {
  const { workspace } = useSession();
  return useCallback(
    (says: string, change: (voices: Voice[]) => Voice[]) => {
      const instrument = workspace.store.getState().history!.present;
      workspace.change(says, { ...instrument, voices: change(instrument.voices) });
    },
    [workspace],
  );
}
