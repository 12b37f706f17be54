'use client';

import { createContext, useContext } from 'react';
import { useStore } from 'zustand';
import { allColumns } from '@/core/instrument/access';
import type { Instrument } from '@/core/instrument/document';
import type { Sensor } from '@/core/instrument/sensor';
import type { KeptTake } from '@/store/database';
import { standingOf } from '@/store/standing';
import type { WorkspaceState } from '@/store/workspace';
import type { LiveState } from '@/session/live-state';
import type { Choice } from '@/session/choice';
import type { Session } from '@/session/session';

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

/** The chosen sensor, the lane of it that is looked at, and that lane's column in frames; −1 for a contact. */
export function useSensor(): { sensor: Sensor; lane: number; column: number } {
  const instrument = useInstrument();
  const chosen = useChoice((c) => c.sensor);
  const wanted = useChoice((c) => c.lane);
  const sensor = instrument.sensors.find((s) => s.id === chosen) ?? instrument.sensors[0];
  const lane = Math.min(wanted, sensor.lanes.length - 1);
  const { column } = sensor.lanes[lane];
  return { sensor, lane, column: column === undefined ? -1 : allColumns(instrument).indexOf(column) };
}

/** The labels of all of a sensor's takes. */
export function useKeptTakesOf(sensor: string): KeptTake[] {
  const takes = useWorkspace((s) => s.takes);
  return takes.filter((t) => t.sensor === sensor);
}

/** The labels of a sensor's takes that count, one a role. */
export const useTakesOf = (sensor: string): KeptTake[] => standingOf(useKeptTakesOf(sensor));
