'use client';

import Button from '@mui/material/Button';
import { useState } from 'react';
import { useKey } from '../hooks/use-key';
import { writeWords } from '@/core/exchange/recording-words';
import { cutMarks } from '@/core/signal/cut';
import type { KeptRecording } from '@/store/database';
import { removeRecording } from '@/store/recordings';
import { storageWords } from '@/store/trouble';
import type { DeskShape } from '@/workers/desk';
import { useSession, useWorkspace } from '../hooks/use-session';
import { download } from '../parts/download';
import { notify } from '../parts/notice';
import { LayBeneath } from './lay-beneath';
import { KeepButton, useDescribe } from './recording-words';
import type { Shown } from './recording-view';
import styles from './recording.module.css';
import type { Desked } from './use-desk';
import { LEAST_US, NOTHING_BETWEEN, type Look } from './use-look';
import { UseAsTake } from './use-as-take';
import { useKeep } from './use-keep';

interface Props {
  desked: Desked;
  shown: Shown;
  show: (next: Shown) => void;
  reshape: (shape: DeskShape) => void;
  look: Look;
  over: KeptRecording | null;
  setOver: (recording: KeptRecording | null) => void;
  leave: () => void;
}

/** What can be done with a recording. */
export function RecordingTools(props: Props) {
  const { desked, shown, show, reshape, look, over, setOver, leave } = props;
  const session = useSession();
  const { workspace } = session;
  const readOnly = useWorkspace((s) => s.readOnly);
  const describe = useDescribe(shown, show);
  const { keep, keeping } = useKeep(desked, shown, show);
  const [sure, setSure] = useState(false);
  const [from, to] = look.cursors.toSorted((a, b) => a - b);
  const mark = () =>
    describe({
      marks: [...new Set([...shown.words.marks, Math.round(look.cursors[0])])].sort((a, b) => a - b),
    });
  const unmark = () => describe({ marks: shown.words.marks.filter((m) => m < from || m > to) });
  const trim = async () => {
    if (to - from < LEAST_US) return notify(NOTHING_BETWEEN);
    const shape = await desked.link.desk.cut(from, to);
    reshape(shape);
    look.reset(shape.endUs);
    const { name, marks } = shown.words;
    const part = name.endsWith(', part') ? name : `${name}, part`;
    show({
      ...shown,
      kept: null,
      again: null,
      words: { ...shown.words, name: part, marks: cutMarks(marks, from, to) },
    });
  };
  const csv = async () => {
    try {
      download(`${shown.words.name}.csv`, await desked.link.desk.csv(writeWords(shown.words)));
    } catch (error) {
      notify(`The file could not be made (${String(error)}). The recording is as it was.`);
    }
  };
  const remove = async () => {
    if (!sure) return setSure(true);
    try {
      await removeRecording(shown.kept!);
      await workspace.reloadRecordings();
      notify(`${shown.words.name} is removed.`);
      leave();
    } catch (error) {
      notify(storageWords(error));
    }
  };
  useKey('enter', () => (shown.kept === null ? keep() : mark()), { enabled: !readOnly });
  return (
    <>
      <div className={styles.tools}>
        {shown.kept === null && !readOnly && <KeepButton keep={keep} keeping={keeping} />}
        <Button onClick={() => look.zoom(0.5)} aria-label="Nearer">
          Nearer{'\u00a0'}
          <kbd>+</kbd>
        </Button>
        <Button onClick={() => look.zoom(2)} aria-label="Further">
          Further{'\u00a0'}
          <kbd>−</kbd>
        </Button>
        <Button onClick={() => void trim()}>Trim to the cursors</Button>
        {!readOnly && (
          <Button onClick={mark}>
            Mark the first cursor
            {shown.kept !== null && (
              <>
                {'\u00a0'}
                <kbd>Enter</kbd>
              </>
            )}
          </Button>
        )}
        {shown.words.marks.some((m) => m >= from && m <= to) && (
          <Button onClick={unmark}>Unmark between</Button>
        )}
        <LayBeneath over={over} setOver={setOver} shown={shown.again?.id ?? null} />
        {shown.again && <PlayAgain recording={shown.again} leave={leave} />}
        <Button onClick={() => void csv()}>CSV</Button>
        {shown.kept !== null && !readOnly && (
          <Button
            color={sure ? 'error' : 'primary'}
            onClick={() => void remove()}
            onBlur={() => setSure(false)}
          >
            {sure ? 'Remove for good' : 'Remove'}
          </Button>
        )}
      </div>
      {!readOnly && <UseAsTake desked={desked} look={look} marks={shown.words.marks} />}
    </>
  );
}

/** Plays it again, in the board's place, and goes there to hear it. */
function PlayAgain({ recording, leave }: { recording: KeptRecording; leave: () => void }) {
  const session = useSession();
  const play = () => session.replay(recording).then(leave);
  return <Button onClick={() => void play()}>Play it again</Button>;
}
