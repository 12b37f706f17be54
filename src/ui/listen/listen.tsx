'use client';

import Button from '@mui/material/Button';
import Link from 'next/link';
import { useCallback, useState, type ReactNode } from 'react';
import { useHotkeys } from 'react-hotkeys-hook';
import { allContacts, boardOf, lanePlaces } from '@/core/instrument/access';
import { movedSince } from '@/core/listen/moved-since';
import { kindOf } from '@/core/kinds/registry';
import { QUANTISATION_NOISE } from '@/core/signal/rest';
import { useInstrument, useLive, useSensor, useSession } from '../hooks/use-session';
import { Headline, Reading, Station } from '../parts/station';
import type { TraceRing } from '../frame/trace-ring';
import { SensorTrace } from '../parts/sensor-trace';
import type { TraceOverlay } from '../parts/trace';
import { FrozenTrace } from './frozen-trace';
import { FileReadings, ListenToFile, type HeardFile } from './heard-file';
import { HeardFindings } from './heard-findings';
import styles from './listen.module.css';
import { HiddenFaults } from './hidden-faults';
import { NoiseBand } from './noise-band';
import { SelfTest } from './self-test';
import { useHeard } from './use-heard';
import { LaneStrip } from '../parts/lane-strip';
import { PlaySurface } from '../parts/play-surface';

/** Station 2: what the raw stream says, live. */
export function Listen() {
  const session = useSession();
  const { sensor, lane, column } = useSensor();
  const instrument = useInstrument();
  const board = boardOf(instrument, sensor);
  const rests = useLive((s) => s.rest);
  const rest = rests[column] ?? null;
  const moved = movedSince(
    sensor,
    lanePlaces(instrument, sensor).map((p) => rests[p]?.rest ?? null),
  );
  const quiet = useLive((s) => s.quiet[column] ?? false);
  const count = useLive((s) => s.tick?.counts[column] ?? null);
  const overlay = useCallback((): TraceOverlay => ({ rest: rest?.rest }), [rest]);
  const several = sensor.lanes.length > 1;
  const height = several ? 'clamp(140px, 24vh, 420px)' : 'clamp(160px, 32vh, 420px)';
  const [held, setHeld] = useState<{ column: number; ring: TraceRing } | null>(null);
  const still = held?.column === column ? held.ring : null;
  useHotkeys('h', () => {
    const ring = session.traces[column]?.still();
    setHeld(still || !ring ? null : { column, ring });
  });
  const words = count === null ? null : kindOf(sensor).unitWords?.(count, sensor, board);
  const heard = useHeard();
  const [testing, setTesting] = useState(false);
  useHotkeys('f', () => setTesting((on) => !on));
  const [file, setFile] = useState<HeardFile | null>(null);
  if (file)
    return (
      <Station title="Listen" reading={<HeardFindings heard={{ heard: file.listened, trouble: null }} />}>
        <FileReadings file={file} leave={() => setFile(null)} />
      </Station>
    );
  if (testing)
    return (
      <Station title="Listen" reading={<HeardFindings heard={heard} />}>
        <SelfTest leave={() => setTesting(false)} />
      </Station>
    );
  if (column < 0)
    return <ListenContacts heard={heard} tools={<Tools test={() => setTesting(true)} set={setFile} />} />;
  return (
    <Station
      title="Listen"
      reading={
        <>
          <Reading label="Now" value={count === null ? '–' : String(count)} unit="counts">
            {words ?? `of ${2 ** board.bits - 1}`}
          </Reading>
          <Reading label="Rest" value={rest ? rest.rest.toFixed(1) : '–'} unit="counts">
            {rest
              ? `${quiet ? 'The last 4 s' : 'When it last was still'}, sure to ±${rest.standardError.toFixed(2)}.`
              : 'Let it lie still for a second.'}
          </Reading>
          {moved && <p className={styles.moved}>{moved.says}</p>}
          <Reading label="Noise" value={rest ? rest.noise.toFixed(1) : '–'} unit="counts, 1 σ">
            {rest && rest.noise <= QUANTISATION_NOISE * 1.05
              ? 'As quiet as the converter can tell.'
              : '1.4826 × the median deviation, so a knock does not count.'}
          </Reading>
          <Rate />
          <HeardFindings heard={heard} />
          <HiddenFaults />
        </>
      }
    >
      <Headline
        says={count === null ? 'Waiting for the board.' : quiet ? 'It lies still.' : 'It moves.'}
        under={
          <>
            Watch{' '}
            {several ? `${sensor.lanes[lane].id} of ${sensor.name.toLowerCase()}` : sensor.name.toLowerCase()}{' '}
            alone.{' '}
            {several && (
              <>
                <kbd>[</kbd> <kbd>]</kbd> choose another.{' '}
              </>
            )}
            When it looks right, <Link href={`/i/${session.id}/calibrate`}>calibrate</Link> <kbd>3</kbd>
          </>
        }
        side={<Tools test={() => setTesting(true)} set={setFile} />}
      />
      {several && <LaneStrip sensor={sensor} height={56} />}
      {still ? (
        <FrozenTrace sensor={sensor} ring={still} height={height} leave={() => setHeld(null)} />
      ) : (
        <SensorTrace sensor={sensor} column={column} overlay={overlay} height={height} />
      )}
      <NoiseBand rest={rest} bits={board.bits} />
      <PlaySurface titled />
    </Station>
  );
}

function Tools({ test, set }: { test: () => void; set: (file: HeardFile) => void }) {
  return (
    <div className={styles.tools}>
      <Button variant="outlined" onClick={test}>
        Test every input{'\u00a0'}
        <kbd>F</kbd>
      </Button>
      <ListenToFile set={set} />
    </div>
  );
}

/** A sensor of contacts: open or closed, and what it did. */
function ListenContacts({ heard, tools }: { heard: ReturnType<typeof useHeard>; tools: ReactNode }) {
  const instrument = useInstrument();
  const { sensor, lane } = useSensor();
  const at = allContacts(instrument).indexOf(sensor.lanes[lane].contacts?.[0] ?? '');
  const closed = useLive((s) => s.tick?.closed[at] ?? null);
  const c = sensor.calibration;
  return (
    <Station
      title="Listen"
      reading={
        <>
          <Reading label="Now" value={closed === null ? '–' : closed ? 'closed' : 'open'}>
            {c?.is === 'contacts'
              ? `Normally ${c.rest}; changes within ${c.debounceMs} ms are bounces.`
              : 'Not measured yet.'}
          </Reading>
          <HeardFindings heard={heard} />
          <HiddenFaults />
        </>
      }
    >
      <Headline
        says={closed ? 'It is closed.' : 'It is open.'}
        under={`Press ${sensor.name.toLowerCase()} and let go.`}
        side={tools}
      />
      <LaneStrip sensor={sensor} height={90} />
      <PlaySurface titled />
    </Station>
  );
}

function Rate() {
  const { boards } = useInstrument();
  const [board] = boards;
  const rate = useLive((s) => Math.round((s.tick?.rateHz ?? 0) / 10) * 10);
  const lost = useLive((s) => s.tick?.lost ?? 0);
  return (
    <Reading label="Rate" value={String(rate)} unit="frames/s">
      {lost === 0
        ? `None lost. The board is meant to give ${board.scanHz}.`
        : `${lost} lost by the frames’ own counter.`}
    </Reading>
  );
}
