'use client';

import Button from '@mui/material/Button';
import Menu from '@mui/material/Menu';
import MenuItem from '@mui/material/MenuItem';
import { useState, type ReactNode } from 'react';
import { useKey } from '../hooks/use-key';
import { columnsOfSensor } from '@/core/instrument/access';
import type { Sensor } from '@/core/instrument/sensor';
import { cutMarks } from '@/core/signal/cut';
import { ROLES, type Role } from '@/core/signal/take';
import type { KeptRecording } from '@/store/database';
import { importTake } from '@/store/import-take';
import { removeRecording } from '@/store/recordings';
import { storageWords } from '@/store/trouble';
import type { DeskShape } from '@/workers/desk';
import { useInstrument, useSession, useWorkspace } from '../hooks/use-session';
import { download } from '../parts/download';
import { notify } from '../parts/notice';
import { Pick } from '../parts/pick';
import { KeepButton, useDescribe } from './recording-words';
import type { Look, Shown } from './recording-view';
import styles from './recording.module.css';
import type { Desked } from './use-desk';
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

/** Cursors that are nearer have nothing between them, µs. */
const LEAST_US = 20_000;
const NOTHING_BETWEEN = 'Next to nothing lies between the cursors. Lead them apart first.';

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
    show({ ...shown, kept: null, words: { ...shown.words, name: part, marks: cutMarks(marks, from, to) } });
  };
  const csv = async () => {
    const { name, tags, notes, marks } = shown.words;
    const said = { name, tags: tags.join(', '), notes, marks: marks.join(' ') };
    const notesOf = Object.fromEntries(Object.entries(said).filter(([, words]) => words !== ''));
    try {
      download(`${name}.csv`, await desked.link.desk.csv(notesOf));
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
        <Over over={over} setOver={setOver} kept={shown.kept} />
        {shown.kept !== null && <PlayAgain id={shown.kept} leave={leave} />}
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

/** Plays a kept recording again, in the board's place, and goes there to hear it. */
function PlayAgain({ id, leave }: { id: string; leave: () => void }) {
  const session = useSession();
  const recording = useWorkspace((s) => s.recordings.find((r) => r.id === id));
  if (!recording) return null;
  const play = () => session.replay(recording).then(leave);
  return <Button onClick={() => void play()}>Play it again</Button>;
}

/** Another recording beneath this one. */
function Over({
  over,
  setOver,
  kept,
}: {
  over: KeptRecording | null;
  setOver: (recording: KeptRecording | null) => void;
  kept: string | null;
}) {
  const others = useWorkspace((s) => s.recordings).filter((r) => r.id !== kept);
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  if (over) return <Button onClick={() => setOver(null)}>Without {over.name}</Button>;
  if (others.length === 0) return null;
  return (
    <>
      <Button aria-haspopup="menu" onClick={(e) => setAnchor(e.currentTarget)}>
        Lay another beneath
      </Button>
      <Menu anchorEl={anchor} open={anchor !== null} onClose={() => setAnchor(null)}>
        {others.map((recording) => (
          <MenuItem
            key={recording.id}
            onClick={() => {
              setAnchor(null);
              setOver(recording);
            }}
          >
            {recording.name}
          </MenuItem>
        ))}
      </Menu>
    </>
  );
}

/** What lies between the cursors as a take of a sensor, to be calibrated from. */
function UseAsTake({
  desked,
  look,
  marks,
}: {
  desked: Desked;
  look: Look;
  marks: readonly number[];
}): ReactNode {
  const instrument = useInstrument();
  const { workspace } = useSession();
  const { channels, contacts } = desked.shape;
  const holds = (s: Sensor) =>
    s.lanes.every((l) =>
      l.column ? channels.includes(l.column) : l.contacts?.every((c) => contacts.includes(c)),
    );
  const sensors = instrument.sensors.filter(holds);
  const [sensor, setSensor] = useState(sensors[0]?.id ?? '');
  const [role, setRole] = useState<Role>('soft');
  const own = sensors.find((s) => s.id === sensor);
  if (!own) return null;
  const [from, to] = look.cursors.toSorted((a, b) => a - b);
  const use = async () => {
    if (to - from < LEAST_US) return notify(NOTHING_BETWEEN);
    const columns = columnsOfSensor(own);
    const frames = await desked.link.desk.part(
      from,
      to,
      columns,
      own.lanes.flatMap((l) => l.contacts ?? []),
    );
    const take = { frames, notes: { role }, faults: [], leftOut: 0, noCounts: [] };
    try {
      const kept = await importTake(take, '', instrument, own.id, { marks: cutMarks(marks, from, to) });
      if (!kept.ok) return notify(kept.faults[0].says);
      await workspace.reloadTakes();
      notify(`It is the ${role} take of ${own.name} now. Calibrate uses it.`);
    } catch (error) {
      notify(storageWords(error));
    }
  };
  return (
    <div className={styles.tools}>
      What lies between the cursors can be the
      <Pick
        label="Role"
        value={role}
        set={(v) => setRole(v as Role)}
        options={Object.fromEntries(ROLES.map((r) => [r, r]))}
      />
      take of
      <Pick
        label="Sensor"
        value={sensor}
        set={setSensor}
        options={Object.fromEntries(sensors.map((s) => [s.id, s.name]))}
      />
      <Button variant="outlined" onClick={() => void use()}>
        Use it so
      </Button>
    </div>
  );
}
