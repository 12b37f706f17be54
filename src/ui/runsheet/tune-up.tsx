'use client';

import { Button } from '@mui/material';
import { useChangeInstrument } from '../hooks/use-change-sensor';
import { useKey } from '../hooks/use-key';
import { retuned } from '@/core/ways/retuned';
import { useInstrument } from '../hooks/use-session';
import { Care } from '../parts/care';
import { notify } from '../parts/notice';
import { PlaySurface } from '../parts/play-surface';
import { Headline } from '../parts/station';
import type { TuneUp as Run, useTuneUp } from './use-tune-up';
import styles from './runsheet.module.css';

/** Before a concert: rest and reach of every sensor in one run, all else kept. */
export function TuneUp({ run, finish, leave }: ReturnType<typeof useTuneUp>) {
  useKey('escape', leave, { preventDefault: true });
  if (run.is === 'seen') return <Seen run={run} leave={leave} />;
  if (run.is === 'off') return null;
  const still = run.is === 'still';
  return (
    <section className={styles.tuneUp}>
      <div>
        <h1>{still ? 'Hands off, and let it rest.' : 'Play everything twice, as loud as is comfortable.'}</h1>
        <p>
          {still
            ? 'Rest of every sensor is taken where it is still.'
            : 'In any order. What you leave out keeps its reach.'}
        </p>
      </div>
      <b>{run.leftS}</b>
      {run.is === 'play' && <Played played={run.played} />}
      {!still && <Done finish={finish} />}
      {!still && (
        <div className={styles.wide}>
          <Care>Not the most you can: what you would really play.</Care>
          <PlaySurface />
        </div>
      )}
    </section>
  );
}

/** Each sensor whose rest and reach are taken, ticked off once it was played. */
function Played({ played }: { played: readonly boolean[] }) {
  const { sensors } = useInstrument();
  return (
    <ul className={styles.played}>
      {sensors.map(
        (sensor, i) =>
          retuned(sensor, () => undefined) && (
            <li key={sensor.id} data-played={played[i] ?? false}>
              {played[i] ? '✓' : '·'} {sensor.name}
            </li>
          ),
      )}
    </ul>
  );
}

function Done({ finish }: { finish: () => void }) {
  useKey('space', finish, { preventDefault: true });
  return (
    <Button variant="outlined" onClick={finish}>
      All played&nbsp;<kbd>Space</kbd>
    </Button>
  );
}

/** What moved, to be taken or left. */
function Seen({ run, leave }: { run: Extract<Run, { is: 'seen' }>; leave: () => void }) {
  const changeInstrument = useChangeInstrument();
  const moved = run.changes.filter(({ words }) => words !== null);
  const accept = () => {
    const measuredAt = new Date().toISOString();
    const says = `rest and reach taken anew: ${moved.map(({ next }) => next.name.toLowerCase()).join(', ')}`;
    const done = changeInstrument(
      says,
      (instrument) => ({
        ...instrument,
        sensors: instrument.sensors.map((own) => {
          const next = moved.find((m) => m.next.id === own.id)?.next;
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
        says={moved.length > 0 ? `${moved.length} of ${run.changes.length} sensors moved.` : 'Nothing moved.'}
        under="Thresholds, curves and voices stay as they are."
        side={
          <span className={styles.choice}>
            {moved.length > 0 && (
              <Button variant="contained" onClick={accept}>
                Accept&nbsp;<kbd>Enter</kbd>
              </Button>
            )}
            <Button variant="outlined" onClick={leave}>
              Leave it&nbsp;<kbd>Esc</kbd>
            </Button>
          </span>
        }
      />
      <table className={styles.sheet}>
        <thead>
          <tr>
            <th scope="col">Sensor</th>
            <th scope="col">What moved</th>
          </tr>
        </thead>
        <tbody>
          {run.changes.map(({ next, words }) => (
            <tr key={next.id}>
              <th scope="row">{next.name}</th>
              <td className={styles.moved}>{words ?? 'as it was'}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </>
  );
}
