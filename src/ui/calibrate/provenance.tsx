'use client';

import Button from '@mui/material/Button';
import { useState } from 'react';
import type { Calibration } from '@/core/instrument/calibration';
import type { Typed } from '@/core/instrument/measured';
import type { Sensor } from '@/core/instrument/sensor';
import { boardOf } from '@/core/instrument/access';
import { counted } from '@/core/units/counted';
import { withStaying } from '@/core/ways/kept';
import { wayOf } from '@/core/ways/registry';
import { useChangeSensor } from '../hooks/use-change-sensor';
import { useChoice, useInstrument, useKeptTakesOf, useSession, useWorkspace } from '../hooks/use-session';
import { notify } from '../parts/notice';
import { Pick } from '../parts/pick';
import { agoWords, dayWords, sentence } from '../parts/words';
import { compared, type Compared } from '../ways/differences';
import { useAcceptCalibration } from './use-accept';
import styles from './calibrate.module.css';

/** What a proposal would change of what is measured. */
export function Proposed({
  sensor,
  calibration,
  proposed,
}: {
  sensor: Sensor;
  calibration: Calibration;
  proposed: Calibration;
}) {
  if (wayOf(calibration) !== wayOf(proposed)) return null;
  return (
    <>
      <p className={styles.method}>
        Against what plays now
        {calibration.typed?.some((t) => t.stays) && '; what was set by hand to stay stays'}.
      </p>
      <Values rows={compared(sensor, proposed, calibration)} heads={['proposed', 'now']} />
    </>
  );
}

/** Rows that are shown at once. */
const MOST = 12;

/** Where a sensor's values come from, what of them was typed, and what they were before. */
export function Provenance({ sensor, calibration }: { sensor: Sensor; calibration: Calibration }) {
  const earlier = useEarlier(sensor);
  const [chosen, choose] = useState(0);
  const then = earlier[Math.min(chosen, earlier.length - 1)];
  const [now] = useState(() => Date.now());
  const lane = useChoice((c) => sensor.lanes[c.lane]?.id);
  // Without another beside it: those of the lane that is looked at.
  const all = compared(sensor, calibration, then);
  const rows = then ? all : all.filter((r) => r.lane === lane);
  const age = ({ measuredAt }: Calibration) =>
    measuredAt === undefined ? 'at a time that was not kept' : agoWords(now - Date.parse(measuredAt));
  return (
    <>
      <p className={styles.method}>
        Measured {age(calibration)}, from {counted(calibration.takes.length, 'take')}.
      </p>
      {calibration.method !== '' && <p className={styles.method}>{calibration.method}</p>}
      <TypedValues sensor={sensor} typed={calibration.typed ?? []} />
      <Values rows={rows} heads={then ? ['now', 'then'] : ['now']} />
      {then && (
        <div className={styles.foot}>
          <Pick
            label="Compared with what was measured"
            labelled
            value={String(Math.min(chosen, earlier.length - 1))}
            set={(i) => choose(Number(i))}
            options={Object.fromEntries(earlier.map((c, i) => [i, whenWords(c, age(c))]))}
          />
          <TakeBack sensor={sensor} calibration={then} />
        </div>
      )}
    </>
  );
}

const whenWords = ({ measuredAt }: Calibration, age: string): string =>
  measuredAt === undefined ? age : `${dayWords(measuredAt)}, ${age}`;

/** Earlier calibrations that the sensor could still have. */
function useEarlier(sensor: Sensor): Calibration[] {
  const instrument = useInstrument();
  const fullScale = 2 ** boardOf(instrument, sensor).bits - 1;
  const fits = (c: Calibration) =>
    sensor.calibration !== undefined &&
    wayOf(c) === wayOf(sensor.calibration) &&
    wayOf(c).faults(c, sensor, '', fullScale).length === 0;
  return (sensor.earlier ?? []).filter(fits);
}

/** What was typed, each with whether it stays when the sensor is measured again. */
function TypedValues({ sensor, typed }: { sensor: Sensor; typed: readonly Typed[] }) {
  const changeSensor = useChangeSensor();
  const disabled = useWorkspace((s) => s.readOnly);
  if (typed.length === 0) return null;
  const set = (value: string, stays: boolean) =>
    changeSensor(sensor.id, stays ? 'typed value stays' : 'typed value is measured again', (s) => ({
      ...s,
      calibration: s.calibration && withStaying(s.calibration, value, stays),
    }));
  return (
    <ul className={styles.typed}>
      {typed.map(({ value, stays = false }) => (
        <li key={value}>
          <b>{nameOf(value, sensor)}</b> was set by hand
          <label>
            <input
              type="checkbox"
              disabled={disabled}
              checked={stays}
              onChange={(e) => set(value, e.target.checked)}
            />
            stays when {sensor.name} is measured again
          </label>
        </li>
      ))}
    </ul>
  );
}

function nameOf(value: string, { lanes }: Sensor): string {
  const [lane, name] = value.includes('/') ? value.split('/') : ['', value];
  return lane === '' || lanes.length === 1 ? sentence(name) : `${sentence(name)} of ${lane}`;
}

/** Values that are distances, as their words have them. */
const FROM_REST = ['on', 'off', 'reach'];

/** @param heads of one column of values, or of two that are compared: then only those that differ are shown */
function Values({ rows, heads: [first, second] }: { rows: readonly Compared[]; heads: readonly string[] }) {
  const compares = second !== undefined;
  const shown = compares ? rows.filter((r) => r.share > 0) : rows;
  if (compares && shown.length === 0) return <p className={styles.method}>They are the same values.</p>;
  if (shown.length === 0) return null;
  const lanes = new Set(shown.map((r) => r.lane)).size > 1;
  const distances = shown.some((r) => FROM_REST.includes(r.name));
  return (
    <>
      <table className={styles.values}>
        <thead>
          <tr>
            <th scope="col">value{distances && '; on, off and reach from rest'}</th>
            <th scope="col">{first}</th>
            <th scope="col">σ</th>
            {compares && <th scope="col">{second}</th>}
          </tr>
        </thead>
        <tbody>
          {shown.slice(0, MOST).map((row) => (
            <tr key={`${row.lane} ${row.name}`}>
              <th scope="row">{lanes && row.lane !== null ? `${row.name} of ${row.lane}` : row.name}</th>
              <td>{row.now}</td>
              <td>{row.within ?? ''}</td>
              {compares && <td>{row.then}</td>}
            </tr>
          ))}
        </tbody>
      </table>
      {shown.length > MOST && (
        <p className={styles.method}>And {shown.length - MOST} more, which differ less.</p>
      )}
    </>
  );
}

/** Puts an earlier calibration back; its takes stand again, as far as they were kept. */
function TakeBack({ sensor, calibration }: { sensor: Sensor; calibration: Calibration }) {
  const session = useSession();
  const accept = useAcceptCalibration(sensor);
  const kept = useKeptTakesOf(sensor.id);
  const readOnly = useWorkspace((s) => s.readOnly);
  const back = () => {
    if (!accept(calibration, `${sensor.name}: an earlier calibration taken back`, sensor.mark)) return;
    for (const { id } of kept) if (calibration.takes.includes(id)) session.stand(id);
    notify('The earlier calibration plays again. Ctrl+Z takes that back.');
  };
  return (
    <Button variant="outlined" disabled={readOnly} onClick={back}>
      Take it back
    </Button>
  );
}
