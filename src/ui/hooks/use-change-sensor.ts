'use client';

import { useCallback } from 'react';
import type { Instrument } from '@/core/instrument/document';
import type { Sensor } from '@/core/instrument/sensor';
import type { Voice } from '@/core/instrument/voices';
import { withVoices } from '@/core/instrument/with-voices';
import type { Zone } from '@/core/instrument/zones';
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

/** Changes the instrument as a whole, undoably; false where this tab only looks on. */
export function useChangeInstrument() {
  const { workspace } = useSession();
  return useCallback(
    (says: string, change: (instrument: Instrument) => Instrument, logged = false) =>
      workspace.change(says, change(workspace.store.getState().history!.present), logged),
    [workspace],
  );
}

/** Replaces the instrument's voices, undoably. */
export function useChangeVoices() {
  const { workspace } = useSession();
  return useCallback(
    (says: string, change: (voices: Voice[]) => Voice[], more: readonly Zone[] = []) => {
      const instrument = workspace.store.getState().history!.present;
      workspace.change(says, withVoices(instrument, change(instrument.voices), more));
    },
    [workspace],
  );
}
