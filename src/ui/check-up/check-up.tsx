'use client';

import { Button } from '@mui/material';
import { retuned } from '@/core/ways/retuned';
import { useKey } from '../hooks/use-key';
import { useInstrument } from '../hooks/use-session';
import { Care } from '../parts/care';
import { PlaySurface } from '../parts/play-surface';
import { Checked } from './checked';
import type { useCheckUp } from './use-check-up';
import styles from './check-up.module.css';

/** Every sensor at rest and played, against what was measured of it; rest and reach can be taken as they are now. */
export function CheckUp({ run, finish, leave }: ReturnType<typeof useCheckUp>) {
  useKey('escape', leave, { preventDefault: true });
  if (run.is === 'seen') return <Checked run={run} leave={leave} />;
  if (run.is === 'off') return null;
  const still = run.is === 'still';
  return (
    <section className={styles.run}>
      <div>
        <h1>{still ? 'Hands off, and let it rest.' : 'Play everything twice, as loud as is comfortable.'}</h1>
        <p>
          {still
            ? 'Rest and noise of every sensor are looked at where it is still.'
            : 'In any order. What you leave out is not looked at.'}
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

/** Each sensor whose rest and reach are looked at, ticked off once it was played. */
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
