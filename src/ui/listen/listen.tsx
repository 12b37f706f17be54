'use client';

import { useState, type ReactNode } from 'react';
import { useKey } from '../hooks/use-key';
import type { CsvColumns, CsvPreview } from '@/core/exchange/takes/csv-columns';
import { readWords } from '@/core/exchange/takes/recording-words';
import { useInstrument, useSensor, useSession } from '../hooks/use-session';
import { PlaySurface } from '../parts/play-surface';
import { Station } from '../parts/station';
import { ChooseColumns } from '../recording/choose-columns';
import { RecordingView } from '../recording/recording-view';
import { RecordingsList } from '../recording/recordings-list';
import type { Shown } from '../recording/shown';
import { useShown } from '../recording/use-shown';
import { AllLanes } from './all-lanes';
import { ListenedFindings } from './listened-findings';
import { HiddenFaults } from './hidden-faults';
import { ListenContacts } from './listen-contacts';
import { ListenLane } from './listen-lane';
import { ListenTools } from './listen-tools';
import { Rate } from './rate';
import { SelfTest } from './self-test';
import { useListened } from './use-listened';

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
    <ListenTools
      test={() => toggle('test')}
      all={() => toggle('all')}
      hold={() => void hold()}
      look={look}
      together={mode.is === 'all'}
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
  const listened = useListened();
  if (mode === 'test')
    return (
      <Station title="Listen" reading={<ListenedFindings {...listened} />}>
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
            <ListenedFindings {...listened} />
            <HiddenFaults />
          </>
        }
      >
        <AllLanes tools={tools} />
        {below}
      </Station>
    );
  return column < 0 ? (
    <ListenContacts {...{ listened, tools, below }} />
  ) : (
    <ListenLane {...{ listened, tools, below }} />
  );
}
