'use client';

import Button from '@mui/material/Button';
import { useState, type ReactNode } from 'react';
import { columnsOfSensor } from '@/core/instrument/access';
import type { Sensor } from '@/core/instrument/sensor';
import { cutMarks } from '@/core/signal/cut';
import { ROLES, type Role } from '@/core/signal/take';
import { importTake } from '@/store/import-take';
import { storageWords } from '@/store/trouble';
import { useInstrument, useSession } from '../hooks/use-session';
import { notify } from '../parts/notice';
import { Pick } from '../parts/pick';
import styles from './recording.module.css';
import type { Desked } from './use-desk';
import { LEAST_US, NOTHING_BETWEEN, type Look } from './use-span';

/** What lies between the cursors as a take of a sensor, to be calibrated from. */
export function UseAsTake({
  desked,
  look,
  marks,
}: {
  desked: Desked;
  look: Look;
  marks: readonly number[];
}): ReactNode {
  const instrument = useInstrument();
  const { workspace } = useSession();
  const { channels, contacts } = desked.shape;
  const holds = (s: Sensor) =>
    s.lanes.every((l) =>
      l.column ? channels.includes(l.column) : l.contacts?.every((c) => contacts.includes(c)),
    );
  const sensors = instrument.sensors.filter(holds);
  const [sensor, setSensor] = useState(sensors[0]?.id ?? '');
  const [role, setRole] = useState<Role>('soft');
  const own = sensors.find((s) => s.id === sensor);
  if (!own) return null;
  const [from, to] = look.cursors.toSorted((a, b) => a - b);
  const use = async () => {
    if (to - from < LEAST_US) return notify(NOTHING_BETWEEN);
    const columns = columnsOfSensor(own);
    const frames = await desked.link.desk.part(
      from,
      to,
      columns,
      own.lanes.flatMap((l) => l.contacts ?? []),
    );
    const take = { frames, notes: { role }, faults: [], leftOut: 0, noCounts: [] };
    try {
      const kept = await importTake(take, '', instrument, own.id, { marks: cutMarks(marks, from, to) });
      if (!kept.ok) return notify(kept.faults[0].says);
      await workspace.reloadTakes();
      workspace.came('takes', kept.value.id, `${role} take of ${own.name} brought in`);
      notify(`It is the ${role} take of ${own.name} now. Calibrate uses it.`);
    } catch (error) {
      notify(storageWords(error));
    }
  };
  return (
    <div className={styles.tools}>
      What lies between the cursors can be the
      <Pick
        label="Role"
        value={role}
        set={(v) => setRole(v as Role)}
        options={Object.fromEntries(ROLES.map((r) => [r, r]))}
      />
      take of
      <Pick
        label="Sensor"
        value={sensor}
        set={setSensor}
        options={Object.fromEntries(sensors.map((s) => [s.id, s.name]))}
      />
      <Button variant="outlined" onClick={() => void use()}>
        Use it so
      </Button>
    </div>
  );
}
