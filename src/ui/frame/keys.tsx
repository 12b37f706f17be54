'use client';

import { useRouter } from 'next/navigation';
import type { Instrument } from '@/core/instrument/document';
import type { Place } from '@/store/history';
import { useAddress } from './use-address';
import { useKey, useSymbolKey } from '../hooks/use-key';
import { useInstrument, useSession } from '../hooks/use-session';
import { useHandKeys } from '../hooks/use-hand-keys';
import { useSchemeKey } from '../hooks/use-scheme-key';
import { STATIONS, stationNamed } from './stations';
import { notify } from '../parts/notice';

/** The keys that work on every page of an instrument. */
export function Keys() {
  const session = useSession();
  const { sensors } = useInstrument();
  const router = useRouter();
  const { choice, workspace, id } = session;
  useHandKeys();
  useSchemeKey();
  useKey(
    STATIONS.map((s) => s.key),
    (_, { keys }) => {
      const station = STATIONS.find((s) => s.key === keys?.[0]);
      if (station) router.push(`/i/${id}/${station.id}`);
    },
  );
  useKey('0', () => router.push(`/i/${id}`));
  useKey('b', () => router.push('/'));
  useKey('g', () => choice.setState((c) => ({ glance: !c.glance })));
  useSymbolKey(['?'], () => choice.setState({ keys: true }));
  // In a field too, where it also puts back what was typed: Silence must never wait.
  useKey('escape', () => session.silence(), { enableOnFormTags: true });
  const step = (by: number) => {
    const at = sensors.findIndex((s) => s.id === choice.getState().sensor);
    choice.setState({ sensor: sensors[Math.min(sensors.length - 1, Math.max(0, at + by))].id, lane: 0 });
  };
  const stepLane = (by: number) => {
    const { sensor, lane } = choice.getState();
    const last = (sensors.find((s) => s.id === sensor)?.lanes.length ?? 1) - 1;
    choice.setState({ lane: Math.min(last, Math.max(0, lane + by)) });
  };
  useSymbolKey(['['], () => stepLane(-1));
  useSymbolKey([']'], () => stepLane(1));
  useKey('up', () => step(-1), { preventDefault: true });
  useKey('down', () => step(1), { preventDefault: true });
  useAddress();
  const walked = async (done: string, verb: string, step: ReturnType<typeof workspace.undo>) => {
    const walked = await step;
    if (!walked) return notify(`Nothing to ${verb}`);
    const { says, at } = walked;
    notify(`${done}: ${says} (${placeWords(at, workspace.store.getState().history!.present)})`);
    const { sensor, lane, look, page } = at;
    if (workspace.store.getState().history!.present.sensors.some((s) => s.id === sensor))
      choice.setState({ sensor, lane, look });
    if (page !== choice.getState().page) router.push(`/i/${id}${page && `/${page}`}`);
  };
  useKey('mod+z', () => void walked('Undone', 'undo', workspace.undo()), { preventDefault: true });
  useKey('mod+shift+z, mod+y', () => void walked('Redone', 'redo', workspace.redo()), {
    preventDefault: true,
  });
  return null;
}

/** Where a step was done: the station, and the sensor where it is still there. */
function placeWords({ page, sensor }: Place, { sensors }: Instrument): string {
  const station = stationNamed(page)?.name ?? 'run sheet';
  const own = sensors.find((s) => s.id === sensor);
  return own ? `${station}, ${own.name}` : station;
}
