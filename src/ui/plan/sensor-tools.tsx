'use client';

import Button from '@mui/material/Button';
import { useKey, useSymbolKey } from '../hooks/use-key';
import { kindOf } from '@/core/kinds/registry';
import { counted } from '@/core/units/counted';
import type { Instrument } from '@/core/instrument/document';
import { withAnother, withLanes, withMoved } from '@/core/plan/edit';
import { useChangeInstrument, useChangeSensor } from '../hooks/use-change-sensor';
import { useSensor, useSession, useWorkspace } from '../hooks/use-session';
import { NameField } from './name-field';
import { useRemoveSensor } from './use-remove-sensor';
import { NumberField } from '../parts/number-field';
import styles from './plan.module.css';

/** What can be done to the chosen sensor: its name, its lanes, another like it, its place, away with it. */
export function SensorTools() {
  const { choice } = useSession();
  const { sensor } = useSensor();
  const readOnly = useWorkspace((s) => s.readOnly);
  const change = useChangeInstrument();
  const changeSensor = useChangeSensor();
  const { least, most } = kindOf(sensor).lanes;
  const edit = (says: string, next: (instrument: Instrument) => Instrument) => {
    if (!readOnly) change(says, next);
  };
  const another = () =>
    edit(`another ${sensor.name.toLowerCase()}`, (instrument) => {
      const more = withAnother(instrument, sensor.id);
      const at = more.sensors.findIndex((s) => s.id === sensor.id);
      choice.setState({ sensor: more.sensors[at + 1].id, lane: 0 });
      return more;
    });
  const remove = useRemoveSensor(sensor);
  const move = (by: number) => edit('sensors reordered', (i) => withMoved(i, sensor.id, by));
  const lanes = (n: number) =>
    edit(`${sensor.name.toLowerCase()}: ${counted(n, 'lane')}`, (i) => withLanes(i, sensor.id, n));
  useKey('shift+k', another, { preventDefault: true });
  useKey('delete', remove);
  useKey('shift+up', () => move(-1), { preventDefault: true });
  useKey('shift+down', () => move(1), { preventDefault: true });
  useSymbolKey(['+'], () => lanes(sensor.lanes.length + 1));
  useSymbolKey(['-', '−'], () => lanes(sensor.lanes.length - 1));
  return (
    <section className={styles.tools} aria-label="The chosen sensor">
      <NameField
        value={sensor.name}
        set={(name) => changeSensor(sensor.id, 'sensor renamed', (s) => ({ ...s, name }))}
      />
      {most > least && (
        <label>
          lanes <kbd>−</kbd>
          <NumberField label="Lanes" value={sensor.lanes.length} low={least} high={most} set={lanes} />
          <kbd>+</kbd>
        </label>
      )}
      <Button size="small" onClick={another}>
        Another&nbsp;<kbd>⇧K</kbd>
      </Button>
      <Button size="small" onClick={() => move(-1)} aria-label="Move it up">
        <kbd>⇧↑</kbd>
      </Button>
      <Button size="small" onClick={() => move(1)} aria-label="Move it down">
        <kbd>⇧↓</kbd>
      </Button>
      <Button size="small" onClick={remove}>
        Remove&nbsp;<kbd>Del</kbd>
      </Button>
    </section>
  );
}
