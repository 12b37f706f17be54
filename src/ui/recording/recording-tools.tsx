'use client';

import Button from '@mui/material/Button';
import { useKey } from '../hooks/use-key';
import { writeWords } from '@/core/exchange/takes/recording-words';
import { cutMarks } from '@/core/signal/cut';
import type { KeptRecording } from '@/store/database';
import { KEPT_DAYS } from '@/store/removed';
import type { DeskShape } from '@/workers/desk';
import { useSession, useWorkspace } from '../hooks/use-session';
import { download } from '../parts/download';
import { notify } from '../parts/notice';
import { LayBeneath } from './lay-beneath';
import { KeepButton } from './recording-words';
import type { Shown } from './shown';
import styles from './recording.module.css';
import type { Desked } from './use-desk';
import { LEAST_US, NOTHING_BETWEEN, type Look } from './use-span';
import { UseAsTake } from './use-as-take';
import { useDescribe } from './use-describe';
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
  const { keep: keepShape, keeping } = useKeep(desked.link);
  const keepIt = async () => {
    const again = await keepShape(desked.shape, shown.words, `${shown.words.name} kept`);
    if (again) show({ ...shown, kept: again.id, again });
  };
  const keep = () => void keepIt();
  const [from, to] = look.cursors.toSorted((a, b) => a - b);
  const mark = () =>
    describe({
      marks: [...new Set([...shown.words.marks, Math.round(look.cursors[0])])].sort((a, b) => a - b),
    });
  const unmark = () => describe({ marks: shown.words.marks.filter((m) => m < from || m > to) });
  const trim = async () => {
    if (to - from < LEAST_US) return notify(NOTHING_BETWEEN);
    const shape = await desked.link.desk.cut(from, to);
    const { name, marks } = shown.words;
    const ofPart = name.endsWith(', part') ? name : `${name}, part`;
    const words = { ...shown.words, name: ofPart, marks: cutMarks(marks, from, to) };
    const part = readOnly ? null : await keepShape(shape, words, `${name} trimmed`);
    // It lies on a desk of its own, so that the whole comes back by undo.
    if (part) return session.choice.setState({ look: part.id });
    reshape(shape);
    look.reset(shape.endUs);
    show({ ...shown, kept: null, again: null, words });
  };
  const csv = async () => {
    try {
      download(`${shown.words.name}.csv`, await desked.link.desk.csv(writeWords(shown.words)));
    } catch (error) {
      notify(`The file could not be made (${String(error)}). The recording is as it was.`);
    }
  };
  const remove = async () => {
    await workspace.layAside('recordings', shown.kept!, `${shown.words.name} removed`);
    notify(`${shown.words.name} lies on the run sheet, with what was removed, for ${KEPT_DAYS} days.`);
    leave();
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
        {shown.kept !== null && !readOnly && <Button onClick={() => void remove()}>Remove</Button>}
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
