'use client';

import Button from '@mui/material/Button';
import Link from 'next/link';
import { useCallback, useState, type ReactNode } from 'react';
import { useKey } from '../hooks/use-key';
import type { CsvColumns, CsvPreview } from '@/core/exchange/csv-columns';
import { readWords } from '@/core/exchange/recording-words';
import { allContacts, boardOf, lanePlaces, levelOf } from '@/core/instrument/access';
import type { Sensor } from '@/core/instrument/sensor';
import { movedSince } from '@/core/listen/moved-since';
import { kindOf } from '@/core/kinds/registry';
import { distinctLevels } from '@/core/signal/levels';
import { QUANTISATION_NOISE } from '@/core/signal/rest';
import { counted } from '@/core/units/counted';
import { useInstrument, useLive, useSensor, useSession, useWorkspace } from '../hooks/use-session';
import { Headline, Reading, Station } from '../parts/station';
import { SensorTrace } from '../parts/sensor-trace';
import type { TraceOverlay } from '../parts/trace';
import { AllLanes } from './all-lanes';
import { HeardFindings } from './heard-findings';
import styles from './listen.module.css';
import { HiddenFaults } from './hidden-faults';
import { NoiseBand } from './noise-band';
import { SelfTest } from './self-test';
import { useHeard } from './use-heard';
import { ChooseColumns } from '../recording/choose-columns';
import { ListenToFile } from '../recording/listen-to-file';
import { RecordingView } from '../recording/recording-view';
import type { Shown } from '../recording/shown';
import { useShown } from '../recording/use-shown';
import { RecordingsList } from '../recording/recordings-list';
import { lengthWords, quietWords } from '../parts/words';
import { LaneStrip } from '../parts/lane-strip';
import { PlaySurface } from '../parts/play-surface';

/** What the station shows. */
type Mode =
  { is: 'lane' } | { is: 'all' } | { is: 'test' } | { is: 'columns'; file: File; preview: CsvPreview };
const LANE: Mode = { is: 'lane' };

/** Station 2: what the raw stream says, live, and what recordings of it say. */
export function Listen() {
  const session = useSession();
  const [board] = useInstrument().boards;
  const [mode, setMode] = useState<Mode>(LANE);
  const { shown, show, leave: leaveShown } = useShown();
  const leave = () => {
    setMode(LANE);
    leaveShown();
  };
  const toggle = (is: 'all' | 'test') => setMode((m) => (m.is === is ? LANE : { is }));
  const live = !shown && (mode.is === 'lane' || mode.is === 'all');
  useKey('f', () => toggle('test'), { enabled: live || mode.is === 'test' });
  useKey('j', () => toggle('all'), { enabled: live });
  useKey('space', () => session.record(), { enabled: live, preventDefault: true });
  useKey('enter', () => session.say({ is: 'mark' }), { enabled: live });
  const hold = async () => {
    const frames = await session.lastSeconds();
    if (frames.tUs.length < 2) return;
    show({
      source: { is: 'held', frames },
      words: { ...NO_WORDS, name: 'The last seconds' },
      kept: null,
      again: null,
    });
  };
  // From the self-test too.
  useKey('h', () => void hold(), { enabled: live || mode.is === 'test' });
  const read = (file: File, columns: CsvColumns, { notes }: CsvPreview) =>
    show({
      source: { is: 'file', file, columns, rateHz: board.scanHz },
      words: readWords(notes, file.name.replace(/\.\w+$/, '')),
      kept: null,
      again: null,
    });
  const look = (file: File, preview: CsvPreview) =>
    preview.titles.length === 0 || preview.titles.length > MOST_CHOSEN
      ? read(file, preview.columns, preview)
      : setMode({ is: 'columns', file, preview });
  const tools = (
    <Tools
      test={() => toggle('test')}
      all={() => toggle('all')}
      hold={() => void hold()}
      look={look}
      at={mode.is}
    />
  );
  if (shown) return <RecordingView {...{ shown, show, leave }} />;
  switch (mode.is) {
    case 'columns':
      return (
        <ChooseColumns
          name={mode.file.name}
          preview={mode.preview}
          read={(columns) => read(mode.file, columns, mode.preview)}
          leave={leave}
        />
      );
    default:
      return <Live mode={mode.is} tools={tools} show={show} leave={leave} />;
  }
}

/** Columns beyond these are read as they are told: nobody chooses among so many. */
const MOST_CHOSEN = 100;

const NO_WORDS = { notes: '', tags: [], marks: [] };

/** What the board brings now. */
function Live({
  mode,
  tools,
  show,
  leave,
}: {
  mode: 'lane' | 'all' | 'test';
  tools: ReactNode;
  show: (shown: Shown) => void;
  leave: () => void;
}) {
  const { column } = useSensor();
  const heard = useHeard();
  if (mode === 'test')
    return (
      <Station title="Listen" reading={<HeardFindings {...heard} />}>
        <SelfTest leave={leave} />
      </Station>
    );
  const below = (
    <>
      <RecordingsList show={show} />
      <PlaySurface titled />
    </>
  );
  if (mode === 'all')
    return (
      <Station
        title="Listen"
        reading={
          <>
            <Rate />
            <HeardFindings {...heard} />
            <HiddenFaults />
          </>
        }
      >
        <AllLanes tools={tools} />
        {below}
      </Station>
    );
  return column < 0 ? (
    <ListenContacts {...{ heard, tools, below }} />
  ) : (
    <ListenLane {...{ heard, tools, below }} />
  );
}

interface LiveParts {
  heard: ReturnType<typeof useHeard>;
  tools: ReactNode;
  below: ReactNode;
}

/** One lane, large. */
function ListenLane({ heard, tools, below }: LiveParts) {
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
  const words = count === null ? null : kindOf(sensor).unitWords?.(count, sensor, board);
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
          <Reading label="Noise" term="σ" value={rest ? rest.noise.toFixed(1) : '–'} unit="counts, 1 σ">
            {rest && quietSentence(rest.noise, sensor, board.bits)}
            {rest && ' It is 1.4826 × the median deviation, so a knock does not count.'}
          </Reading>
          <Rate />
          <HeardFindings {...heard} />
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
        side={tools}
      />
      {several && <LaneStrip sensor={sensor} height={56} />}
      <SensorTrace sensor={sensor} column={column} overlay={overlay} height={height} />
      <NoiseBand rest={rest} bits={board.bits} />
      {below}
    </Station>
  );
}

/** What its noise leaves of it: of its own reach where that was measured, else of the whole converter. */
function quietSentence(noise: number, sensor: Sensor, bits: number): string {
  if (noise <= QUANTISATION_NOISE * 1.05) return 'As quiet as the converter can tell.';
  const level = levelOf(sensor);
  const span = level ? Math.abs(level.reach.up - level.rest) : 2 ** bits - 1;
  const levels = distinctLevels(span, noise);
  const of = level ? '' : ' of the whole range';
  return `${quietWords(levels)}: ${counted(levels, 'step')}${of} stay clear of it.`;
}

function Tools({
  test,
  all,
  hold,
  look,
  at,
}: {
  test: () => void;
  all: () => void;
  hold: () => void;
  look: (file: File, preview: CsvPreview) => void;
  at: Mode['is'];
}) {
  const session = useSession();
  const readOnly = useWorkspace((s) => s.readOnly);
  const recordingUs = useLive((s) => s.tick?.recordingUs ?? null);
  return (
    <div className={styles.tools}>
      {!readOnly && (
        <Button
          variant={recordingUs === null ? 'outlined' : 'contained'}
          color={recordingUs === null ? 'primary' : 'error'}
          onClick={() => session.record()}
        >
          {recordingUs === null ? 'Record' : `End, ${lengthWords(recordingUs / 1e6)}`}
          {'\u00a0'}
          <kbd>Space</kbd>
        </Button>
      )}
      <Button variant="outlined" onClick={hold}>
        Hold still{'\u00a0'}
        <kbd>H</kbd>
      </Button>
      <Button variant="outlined" onClick={test}>
        Test every input{'\u00a0'}
        <kbd>F</kbd>
      </Button>
      <Button variant="outlined" onClick={all}>
        {at === 'all' ? 'One lane' : 'All at once'}
        {'\u00a0'}
        <kbd>J</kbd>
      </Button>
      <ListenToFile set={look} />
    </div>
  );
}

/** A sensor of contacts: open or closed, and what it did. */
function ListenContacts({ heard, tools, below }: LiveParts) {
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
          <HeardFindings {...heard} />
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
      {below}
    </Station>
  );
}

function Rate() {
  const { boards } = useInstrument();
  const [board] = boards;
  const rate = useLive((s) => Math.round((s.tick?.rateHz ?? 0) / 10) * 10);
  const lost = useLive((s) => s.tick?.lost ?? 0);
  const ours = useLive((s) => s.tick?.sketchIsOurs ?? null);
  const scans = useLive((s) => s.tick?.line?.who?.scanHz ?? null);
  return (
    <Reading label="Rate" value={String(rate)} unit="frames/s">
      {lost === 0
        ? `None lost. The board is meant to give ${board.scanHz}.`
        : `${lost} lost by the frames’ own counter.`}
      {ours === true && ' Its sketch is of this instrument as it is.'}
      {ours === false &&
        ' Its sketch is of another instrument, or of this one before it was changed: send its settings in Load, or load it again, before you trust what it plays.'}
      {scans !== null && scans !== board.scanHz && ` It scans ${scans} times a second.`}
    </Reading>
  );
}
