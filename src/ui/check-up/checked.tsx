'use client';

import { Button } from '@mui/material';
import { useEffect, useState } from 'react';
import type { Verdict } from '@/core/exchange/record/check-up';
import { keepCheckUp } from '@/store/check-ups';
import { storageWords } from '@/store/trouble';
import { useChangeInstrument } from '../hooks/use-change-sensor';
import { useKey } from '../hooks/use-key';
import { useInstrument, useSession, useWorkspace } from '../hooks/use-session';
import { notify } from '../parts/notice';
import { Headline } from '../parts/station';
import { Room, type RoomSeen } from './room';
import type { CheckUpRun } from './use-check-up';
import sheet from '../parts/sheet.module.css';
import styles from './check-up.module.css';

type Seen = Extract<CheckUpRun, { is: 'seen' }>;

const STATES: Record<Verdict['state'], string> = {
  well: 'as it was',
  doubt: 'in doubt',
  redo: 'measure anew',
  unseen: 'not seen',
};

/** What a check-up saw: it is kept by itself; rest and reach can be taken as they are now, or left. */
export function Checked({ run, leave }: { run: Seen; leave: () => void }) {
  const { sensors } = useInstrument();
  const changeInstrument = useChangeInstrument();
  const [room, setRoom] = useState<RoomSeen>({});
  useKeptCheckUp(run, room);
  const moved = run.sensors.flatMap(({ next, words }) => (next && words !== null ? next : []));
  const ill = run.sensors.filter(
    ({ verdict }) => verdict.state === 'redo' || verdict.state === 'doubt',
  ).length;
  const accept = () => {
    const measuredAt = new Date().toISOString();
    const says = `rest and reach taken anew: ${moved.map(({ name }) => name.toLowerCase()).join(', ')}`;
    const done = changeInstrument(
      says,
      (instrument) => ({
        ...instrument,
        sensors: instrument.sensors.map((own) => {
          const next = moved.find(({ id }) => id === own.id);
          return next?.calibration ? { ...own, calibration: { ...next.calibration, measuredAt } } : own;
        }),
      }),
      true,
    );
    if (done) notify('Accepted. Ctrl+Z takes it back.');
    leave();
  };
  useKey('enter', moved.length > 0 ? accept : leave, { preventDefault: true });
  return (
    <>
      <Headline
        says={headWords(run, ill)}
        under={
          moved.length > 0
            ? 'Rest and reach can be taken as they are now: thresholds, curves and voices stay.'
            : 'It is written down under Log, Care.'
        }
        side={
          <span className={styles.choice}>
            {moved.length > 0 && (
              <Button variant="contained" onClick={accept}>
                Take rest and reach&nbsp;<kbd>Enter</kbd>
              </Button>
            )}
            <Button variant="outlined" onClick={leave}>
              {moved.length > 0 ? 'Leave them' : 'Done'}&nbsp;<kbd>Esc</kbd>
            </Button>
          </span>
        }
      />
      <table className={sheet.sheet}>
        <thead>
          <tr>
            <th scope="col">Sensor</th>
            <th scope="col">It is</th>
            <th scope="col">Why, and what to do</th>
            <th scope="col">Taken anew</th>
          </tr>
        </thead>
        <tbody>
          {run.sensors.map(({ verdict, words }) => (
            <tr key={verdict.sensor}>
              <th scope="row">{sensors.find(({ id }) => id === verdict.sensor)?.name}</th>
              <td data-state={verdict.state}>{STATES[verdict.state]}</td>
              <td>{verdict.says.join(' ')}</td>
              <td>{words ?? '–'}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <Room room={room} set={setRoom} />
    </>
  );
}

function headWords({ sensors }: Seen, ill: number): string {
  if (ill > 0)
    return `${ill} of ${sensors.length} sensors ${ill === 1 ? 'is not as it was' : 'are not as they were'}.`;
  const seen = sensors.filter(({ verdict }) => verdict.state === 'well').length;
  return seen === 0
    ? 'Nothing was played, so nothing was seen.'
    : `${seen} of ${sensors.length} sensors ${seen === 1 ? 'was seen, as it was' : 'were seen, as they were'}.`;
}

/** Keeps what was seen, and again as the room is typed. */
function useKeptCheckUp({ at, lanes }: Seen, room: RoomSeen) {
  const { id } = useSession();
  const readOnly = useWorkspace((s) => s.readOnly);
  useEffect(() => {
    if (readOnly) return;
    keepCheckUp({ id: `${id} ${at}`, instrument: id, at, lanes: [...lanes], ...room }).catch((e: unknown) =>
      notify(`This check-up was not written down: ${storageWords(e)}`),
    );
  }, [id, at, lanes, room, readOnly]);
}
