'use client';

import Button from '@mui/material/Button';
import { useMemo, useState } from 'react';
import { dueOf, verdictOf } from '@/core/exchange/record/check-up';
import { CheckUp } from '../check-up/check-up';
import { useCheckUp } from '../check-up/use-check-up';
import { useSeconds } from '../hooks/use-seconds';
import { useInstrument, useSensor, useWorkspace } from '../hooks/use-session';
import { GestureMark } from '../parts/gesture-mark';
import { dayWords } from '../parts/words';
import { DriftChart } from './drift-chart';
import { useCheckUps } from './use-log-lines';
import styles from './log.module.css';

/** What has drifted, what is due, and the check-up that finds out. */
export function CareView() {
  const checkUp = useCheckUp();
  const readOnly = useWorkspace((s) => s.readOnly);
  const [round, setRound] = useState(0);
  if (checkUp.run.is !== 'off')
    return (
      <CheckUp
        {...checkUp}
        leave={() => {
          checkUp.leave();
          setRound(round + 1);
        }}
      />
    );
  return (
    <>
      <div className={styles.bar}>
        <Button variant="contained" disabled={readOnly} onClick={checkUp.begin}>
          Check-up, a minute or two
        </Button>
        <span>
          Hands off for five seconds, then everything is played twice. It is written down by itself.
        </span>
      </div>
      <Cared key={round} />
    </>
  );
}

const HOUR_MS = 3_600_000;

function Cared() {
  const { sensors } = useInstrument();
  const { sensor } = useSensor();
  const checkUps = useCheckUps();
  // Days are told: an hour is fine enough.
  const hour = Math.floor(useSeconds() / HOUR_MS);
  const last = checkUps.at(-1);
  const rows = useMemo(
    () =>
      sensors.map((own) => {
        const well = checkUps
          .filter(({ lanes }) => verdictOf(own, lanes).state === 'well')
          .map(({ at }) => at);
        return {
          own,
          due: hour > 0 ? dueOf(own, well, hour * HOUR_MS) : null,
          verdict: last ? verdictOf(own, last.lanes) : null,
        };
      }),
    [sensors, checkUps, last, hour],
  );
  return (
    <>
      <table className={styles.care}>
        <thead>
          <tr>
            <th scope="col">Sensor</th>
            <th scope="col">Look at it again</th>
            <th scope="col">Because</th>
            <th scope="col">Last check-up{last ? `, ${dayWords(last.at)}` : ''}</th>
          </tr>
        </thead>
        <tbody>
          {rows.map(({ own, due, verdict }) => (
            <tr key={own.id}>
              <th scope="row">
                <GestureMark sensor={own} width={40} /> {own.name}
              </th>
              <td data-late={due !== null && due.days < 0}>
                {due ? dueWords(due.days) : 'once it is calibrated'}
              </td>
              <td>{due?.because ?? ''}</td>
              <td data-state={verdict?.state}>
                {verdict ? verdict.says.join(' ') || 'as it was' : 'none yet'}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      <DriftChart sensor={sensor} checkUps={checkUps} />
    </>
  );
}

const dueWords = (days: number): string =>
  days < 0 ? `${-days} days ago` : days === 0 ? 'today' : days === 1 ? 'tomorrow' : `in ${days} days`;
