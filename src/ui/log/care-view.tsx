'use client';

import Button from '@mui/material/Button';
import { useState } from 'react';
import type { KeptCheckUp } from '@/store/database';
import { CheckUp } from '../check-up/check-up';
import { useCheckUp } from '../check-up/use-check-up';
import { useCare, useCheckUps } from '../hooks/use-check-ups';
import { useInstrument, useSensor, useWorkspace } from '../hooks/use-session';
import { counted } from '@/core/units/counted';
import { GestureMark } from '../parts/gesture-mark';
import { dueWords } from '../parts/due-words';
import { Headline } from '../parts/station';
import { dayWords } from '../parts/words';
import { BeforeConcert } from './before-concert';
import { DriftChart } from './drift-chart';
import sheet from '../parts/sheet.module.css';

/** What has drifted, what is due, and the check-up that finds out. */
export function CareView() {
  const checkUp = useCheckUp();
  const [round, setRound] = useState(0);
  const leave = () => {
    checkUp.leave();
    setRound(round + 1);
  };
  if (checkUp.run.is !== 'off') return <CheckUp {...checkUp} leave={leave} />;
  return <Cared key={round} begin={checkUp.begin} />;
}

function Cared({ begin }: { begin: () => void }) {
  const readOnly = useWorkspace((s) => s.readOnly);
  const { sensor } = useSensor();
  const checkUps = useCheckUps();
  const care = useCare(checkUps);
  const late = [...care.values()].filter(({ due }) => due !== null && due.days < 0).length;
  return (
    <>
      <Headline
        says={late === 0 ? 'Nothing is overdue.' : `${counted(late, 'sensor')} should be looked at again.`}
        under="A check-up: hands off for five seconds, then everything is played twice. It is written down by itself."
        side={
          <Button variant="contained" disabled={readOnly} onClick={begin}>
            Check-up
          </Button>
        }
      />
      <CareTable checkUps={checkUps} />
      <DriftChart sensor={sensor} checkUps={checkUps} />
      <BeforeConcert checkUps={checkUps} />
    </>
  );
}

function CareTable({ checkUps }: { checkUps: readonly KeptCheckUp[] }) {
  const { sensors } = useInstrument();
  const care = useCare(checkUps);
  const last = checkUps.at(-1);
  return (
    <table className={sheet.sheet}>
      <thead>
        <tr>
          <th scope="col">Sensor</th>
          <th scope="col">Look at it again</th>
          <th scope="col">Because</th>
          <th scope="col">Last check-up{last ? `, ${dayWords(last.at)}` : ''}</th>
        </tr>
      </thead>
      <tbody>
        {sensors.map((own) => {
          const { due, verdict } = care.get(own.id)!;
          return (
            <tr key={own.id}>
              <th scope="row">
                <GestureMark sensor={own} width={40} /> {own.name}
              </th>
              <td data-late={due !== null && due.days < 0}>
                {due ? dueWords(due.days) : 'once it is calibrated'}
              </td>
              <td>{due?.because ?? ''}</td>
              <td data-state={verdict?.state}>
                {verdict ? verdict.says.join(' ') || 'as it was' : last ? 'measured since' : 'none yet'}
              </td>
            </tr>
          );
        })}
      </tbody>
    </table>
  );
}
