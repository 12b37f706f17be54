'use client';

import { useLiveQuery } from 'dexie-react-hooks';
import { withSensorBack } from '@/core/plan/edit';
import type { KeptRecording, RemovedSensor } from '@/store/database';
import { asideOf, bringBackSensor, KEPT_DAYS, removeSensor, setAside } from '@/store/removed';
import { storageWords } from '@/store/trouble';
import { useSession, useWorkspace } from '../hooks/use-session';
import { notify } from '../parts/notice';
import { RemovedList } from '../parts/removed-list';

/** What was removed from this instrument, to be brought back. */
export function Removed() {
  const { workspace, id } = useSession();
  const readOnly = useWorkspace((s) => s.readOnly);
  const aside = useLiveQuery(() => asideOf(id), [id]);
  if (!aside || readOnly) return null;
  const tried = (work: Promise<unknown>) => void work.catch((e: unknown) => notify(storageWords(e)));
  const sensorBack = async (removed: RemovedSensor) => {
    const { sensor } = removed;
    const now = workspace.store.getState().history!.present;
    const back = withSensorBack(now, removed);
    const redo = () => bringBackSensor(removed, back.id === sensor.id).then(workspace.reloadTakes);
    const undo = () =>
      removeSensor({ ...removed, sensor: { ...sensor, id: back.id } }).then(workspace.reloadTakes);
    await redo();
    workspace.change(`${sensor.name} brought back`, back.instrument, false, { undo, redo });
  };
  const recordingBack = async ({ id: own, name }: KeptRecording) => {
    await setAside('recordings', own, false);
    await workspace.reloadRecordings();
    workspace.came('recordings', own, `${name} brought back`);
  };
  const things = [
    ...aside.sensors.map((s) => ({
      ...{ key: s.id, name: s.sensor.name, is: 'sensor', at: s.removedAt },
      back: () => tried(sensorBack(s)),
    })),
    ...aside.recordings.map((r) => ({
      ...{ key: r.id, name: r.name, is: 'recording', at: r.removedAt ?? '' },
      back: () => tried(recordingBack(r)),
    })),
  ];
  return <RemovedList things={things} days={KEPT_DAYS} />;
}
