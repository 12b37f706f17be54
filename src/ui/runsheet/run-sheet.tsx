'use client';

import { countAt } from '@/core/ways/level/lane-level';
import { levelOf } from '@/core/ways/registry';
import { Button } from '@mui/material';
import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { useCallback } from 'react';
import { useKey } from '../hooks/use-key';
import { nextStep } from '../bench/next-step';
import { STATIONS } from '../frame/stations';
import { useInstrument, useSensor, useSession, useWorkspace } from '../hooks/use-session';
import { useCare, useCheckUps } from '../hooks/use-check-ups';
import { useSeconds } from '../hooks/use-seconds';
import { Headline, Reading, Station } from '../parts/station';
import { agoWords, dayWords } from '../parts/words';
import { kindOf } from '@/core/kinds/registry';
import { useColours } from '../parts/colours';
import { Trace, type TraceOverlay } from '../parts/trace';
import { SheetRow } from './sheet-row';
import { CheckUp } from '../check-up/check-up';
import { useCheckUp } from '../check-up/use-check-up';
import { Removed } from './removed';
import styles from './runsheet.module.css';

/** An instrument's first page: where was I? Rows are sensors, columns the stations in working order. */
export function RunSheet() {
  const instrument = useInstrument();
  const { id } = useSession();
  const router = useRouter();
  const next = nextStep(instrument);
  const readOnly = useWorkspace((s) => s.readOnly);
  const checkUp = useCheckUp();
  const care = useCare(useCheckUps());
  const go = () => router.push(`/i/${id}/${next.station}`);
  const isOff = checkUp.run.is === 'off';
  useKey('enter', go, { preventDefault: true, enabled: isOff });
  if (!isOff)
    return (
      <Station title="Run sheet" reading={<Since />}>
        <CheckUp {...checkUp} />
      </Station>
    );
  return (
    <Station title="Run sheet" reading={<Since />}>
      <Headline
        says={`Next: ${next.says}`}
        side={
          <span className={styles.choice}>
            <Link href={`/i/${id}/${next.station}`} className={styles.go}>
              <kbd>Enter</kbd> go there
            </Link>
            {instrument.sensors.some((s) => s.calibration) && (
              <Button variant="outlined" disabled={readOnly} onClick={checkUp.begin}>
                Check-up
              </Button>
            )}
          </span>
        }
      />
      <table className={styles.sheet}>
        <thead>
          <tr>
            <th scope="col">Sensor</th>
            {STATIONS.map((s) => (
              <th key={s.id} scope="col">
                {s.name}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {instrument.sensors.map((sensor) => (
            <SheetRow key={sensor.id} sensor={sensor} care={care.get(sensor.id)!} />
          ))}
        </tbody>
      </table>
      <LiveNow />
      <p className={styles.hint}>
        {instrument.boards
          .map((b) => `${b.name}: ${b.bits} bits, ${b.supplyVolts} V, ${b.scanHz} scans a second.`)
          .join(' ')}{' '}
        Every cell opens its station.
      </p>
      <Removed />
    </Station>
  );
}

/** The chosen sensor now, with its thresholds: alive, and where it should be? */
function LiveNow() {
  const session = useSession();
  const { sensor, lane, column } = useSensor();
  const colours = useColours();
  const level = levelOf(sensor, lane);
  const overlay = useCallback((): TraceOverlay => {
    if (!level) return {};
    const on = countAt(level, level.up.on);
    return { lines: [{ at: on, word: `on ${on}`, colour: 'live' }] };
  }, [level]);
  const ring = session.traces[column];
  return ring ? (
    <section>
      <h2 className={styles.liveHead}>
        {sensor.lanes.length > 1 ? `${sensor.name}, ${sensor.lanes[lane].id}` : sensor.name}, live, in counts
      </h2>
      <Trace
        ring={ring}
        colour={colours[kindOf(sensor).family]}
        range={null}
        overlay={overlay}
        height="clamp(140px, 32vh, 340px)"
        label={`The last eight seconds of ${sensor.name}`}
      />
    </section>
  ) : null;
}

function Since() {
  const { log } = useInstrument();
  const now = useSeconds();
  const last = log.at(-1);
  return (
    <>
      <Reading
        label="Last written down"
        value={last && now > 0 ? agoWords(now - Date.parse(last.at)).replace(' ago', '') : '–'}
        unit={last ? 'ago' : undefined}
      />
      <section>
        <h2 className={styles.logHead}>Log</h2>
        <ol className={styles.log}>
          {[...log]
            .reverse()
            .slice(0, 8)
            .map((entry) => (
              <li key={entry.at + entry.says}>
                <time dateTime={entry.at}>{dayWords(entry.at)}</time> {entry.says}
              </li>
            ))}
        </ol>
      </section>
    </>
  );
}
