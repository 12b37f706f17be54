'use client';

import { useRouter } from 'next/navigation';
import { useHotkeys } from 'react-hotkeys-hook';
import { useInstrument, useSession } from '../hooks/use-session';
import { useHandKeys } from '../hooks/use-hand-keys';
import { useSchemeKey } from '../hooks/use-scheme-key';
import { STATIONS } from './stations';
import { notify } from '../parts/notice';

/** The keys that work on every page of an instrument. */
export function Keys() {
  const session = useSession();
  const { sensors } = useInstrument();
  const router = useRouter();
  const { choice, workspace, id } = session;
  useHandKeys();
  useSchemeKey();
  useHotkeys(
    STATIONS.map((s) => s.key),
    (_, { keys }) => {
      const station = STATIONS.find((s) => s.key === keys?.[0]);
      if (station) router.push(`/i/${id}/${station.id}`);
    },
  );
  useHotkeys('0', () => router.push(`/i/${id}`));
  useHotkeys('b', () => router.push('/'));
  useHotkeys('g', () => choice.setState((c) => ({ glance: !c.glance })));
  useHotkeys('shift+slash, ?', () => choice.setState({ keys: true }), { useKey: true });
  // In a field too, where it also puts back what was typed: Silence must never wait.
  useHotkeys('escape', () => session.silence(), { enableOnFormTags: true });
  const step = (by: number) => {
    const at = sensors.findIndex((s) => s.id === choice.getState().sensor);
    choice.setState({ sensor: sensors[Math.min(sensors.length - 1, Math.max(0, at + by))].id, lane: 0 });
  };
  const stepLane = (by: number) => {
    const { sensor, lane } = choice.getState();
    const last = (sensors.find((s) => s.id === sensor)?.lanes.length ?? 1) - 1;
    choice.setState({ lane: Math.min(last, Math.max(0, lane + by)) });
  };
  useHotkeys('[', () => stepLane(-1), { useKey: true });
  useHotkeys(']', () => stepLane(1), { useKey: true });
  useHotkeys('up', () => step(-1), { preventDefault: true });
  useHotkeys('down', () => step(1), { preventDefault: true });
  const told = (done: string, verb: string, says: string | null) =>
    notify(says ? `${done}: ${says}` : `Nothing to ${verb}`);
  useHotkeys('mod+z', () => told('Undone', 'undo', workspace.undo()), { preventDefault: true });
  useHotkeys('mod+shift+z, mod+y', () => told('Redone', 'redo', workspace.redo()), { preventDefault: true });
  return null;
}
