'use client';

import type { Sensor } from '@/core/instrument/sensor';
import { boardOf, hears } from '@/core/instrument/access';
import { withoutSensor } from '@/core/plan/edit';
import type { RemovedSensor } from '@/store/database';
import { bringBackSensor, KEPT_DAYS, removeSensor } from '@/store/removed';
import { storageWords } from '@/store/trouble';
import { useSession } from '../hooks/use-session';
import { notify } from '../parts/notice';

/** Removes a sensor, with its takes and what listens to it, to where removed things lie. The last one stays. */
export function useRemoveSensor(sensor: Sensor): () => void {
  const { workspace, id } = useSession();
  return () => {
    const { history, readOnly } = workspace.store.getState();
    if (readOnly) return;
    const instrument = history!.present;
    const next = withoutSensor(instrument, sensor.id);
    if (next === instrument) return notify('The last sensor stays: an instrument has one at least.');
    const at = new Date().toISOString();
    const removed: RemovedSensor = {
      ...{ id: `${id}-${sensor.id}-${Date.now().toString(36)}`, instrument: id, removedAt: at, sensor },
      ...{ voices: instrument.voices.filter((v) => hears(v, sensor.id)), zones: instrument.zones },
      bits: boardOf(instrument, sensor).bits,
    };
    const redo = () => removeSensor(removed).then(workspace.reloadTakes);
    const undo = () => bringBackSensor(removed, true).then(workspace.reloadTakes);
    redo().then(
      () => {
        workspace.change(`${sensor.name} removed`, next, false, { undo, redo });
        notify(`${sensor.name} lies on the run sheet, with what was removed, for ${KEPT_DAYS} days.`);
      },
      (error: unknown) => notify(storageWords(error)),
    );
  };
}
