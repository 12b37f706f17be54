'use client';

import { createContext, useContext } from 'react';
import { useStore } from 'zustand';
import type { Instrument, Sensor } from '@/core/instrument/document';
import type { KeptTake } from '@/store/database';
import { standingOf } from '@/store/standing';
import type { WorkspaceState } from '@/store/workspace';
import type { LiveState } from '../frame/live-state';
import type { Choice, Session } from '../frame/session';

export const SessionContext = createContext<Session | null>(null);

/** The session of the page. @throws outside an instrument's page */
export function useSession(): Session {
  const session = useContext(SessionContext);
  if (!session) throw new Error('useSession: an instrument’s page is required around this');
  return session;
}

export const useWorkspace = <T>(pick: (s: WorkspaceState) => T): T =>
  useStore(useSession().workspace.store, pick);
export const useLive = <T>(pick: (s: LiveState) => T): T => useStore(useSession().live, pick);
export const useChoice = <T>(pick: (s: Choice) => T): T => useStore(useSession().choice, pick);

/** The instrument as it stands; pages are shown only once it is open. */
export const useInstrument = (): Instrument => useWorkspace((s) => s.history!.present);

/** The chosen sensor and its column in frames. */
export function useSensor(): { sensor: Sensor; column: number } {
  const { sensors } = useInstrument();
  const chosen = useChoice((c) => c.sensor);
  const column = Math.max(
    0,
    sensors.findIndex((s) => s.id === chosen),
  );
  return { sensor: sensors[column], column };
}

/** The labels of all of a sensor's takes. */
export function useKeptTakesOf(sensor: string): KeptTake[] {
  const takes = useWorkspace((s) => s.takes);
  return takes.filter((t) => t.sensor === sensor);
}

/** The labels of a sensor's takes that count, one a role. */
export const useTakesOf = (sensor: string): KeptTake[] => standingOf(useKeptTakesOf(sensor));
