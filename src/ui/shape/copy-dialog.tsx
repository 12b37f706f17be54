'use client';

import { Button, Dialog, DialogActions, DialogContent, DialogTitle } from '@mui/material';
import { useState } from 'react';
import { responseAt, withResponse } from '@/core/instrument/access';
import type { Response } from '@/core/instrument/response';
import type { Sensor } from '@/core/instrument/sensor';
import type { Played } from '@/core/shape/dynamics';
import { counted } from '@/core/units/counted';
import { useChangeInstrument } from '../hooks/use-change-sensor';
import { useInstrument, useWorkspace } from '../hooks/use-session';
import { notify } from '../parts/notice';
import { Pick } from '../parts/pick';
import { alikeResponse, keyOf, playedOf, type Target } from './played-of';
import type { Shaping } from './use-shape';
import { responseWords } from './use-trial';
import styles from './shape.module.css';

const HOW = { curve: 'the same curve', alike: 'what lands the same' };

/** What each of others would answer with, before it is given to them. */
export function CopyDialog({
  shaping: { shown },
  targets,
  close,
}: {
  shaping: Shaping;
  targets: readonly Target[];
  close: () => void;
}) {
  const change = useChangeInstrument();
  const [how, setHow] = useState<keyof typeof HOW>('curve');
  const [chosen, setChosen] = useState<ReadonlySet<string>>(new Set());
  const instrument = useInstrument();
  const kept = useWorkspace((s) => s.takes);
  const [played, setPlayed] = useState<Map<string, Played | null> | null>(null);
  const chooseHow = (next: keyof typeof HOW) => {
    setHow(next);
    if (next === 'alike' && !played) void playedOf(instrument, kept, targets).then(setPlayed);
  };
  const nextOf = (target: Target): Response | null =>
    how === 'curve' ? shown : alikeResponse(shown, played?.get(keyOf(target)) ?? null);
  const ready = targets.filter((t) => chosen.has(keyOf(t)) && nextOf(t) !== null);
  const give = () => {
    const given = (s: Sensor) =>
      ready
        .filter((t) => t.sensor.id === s.id)
        .reduce((made, t) => withResponse(made, t.port, nextOf(t)!), s);
    change('curve given to others', (own) => ({ ...own, sensors: own.sensors.map(given) }));
    notify(`Given to ${counted(ready.length, 'other')}. Ctrl+Z takes it back.`);
    close();
  };
  const toggle = (key: string) => {
    const next = new Set(chosen);
    if (!next.delete(key)) next.add(key);
    setChosen(next);
  };
  return (
    <Dialog open onClose={close} fullWidth maxWidth="sm">
      <DialogTitle>Give {responseWords(shown)} to others</DialogTitle>
      <DialogContent>
        {shown.dynamics && (
          <Pick
            label="Each gets"
            labelled
            value={how}
            set={(next) => chooseHow(next as keyof typeof HOW)}
            options={HOW}
          />
        )}
        <ul className={styles.targets}>
          {targets.map((target) => {
            const key = keyOf(target);
            const next = nextOf(target);
            return (
              <li key={key}>
                <label>
                  <input
                    type="checkbox"
                    checked={chosen.has(key) && next !== null}
                    disabled={next === null}
                    onChange={() => toggle(key)}
                  />
                  <strong>{target.sensor.name}</strong> {target.port}
                </label>
                <span>
                  {responseWords(responseAt(target.sensor, target.port))} →{' '}
                  {next
                    ? responseWords(next)
                    : played
                      ? 'not played soft, medium and loud'
                      : 'reading its takes…'}
                </span>
              </li>
            );
          })}
        </ul>
      </DialogContent>
      <DialogActions>
        <Button onClick={close}>Leave them</Button>
        <Button variant="contained" disabled={ready.length === 0} onClick={give}>
          Give it{ready.length > 0 && ` to ${counted(ready.length, 'other')}`}
        </Button>
      </DialogActions>
    </Dialog>
  );
}
