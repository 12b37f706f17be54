'use client';

import DeleteOutlined from '@mui/icons-material/DeleteOutlined';
import Button from '@mui/material/Button';
import IconButton from '@mui/material/IconButton';
import type { Tuning } from '@/core/instrument/tunings';
import {
  dumpOf,
  firstScale,
  kbmOf,
  sclOf,
  tuningIn,
  withoutTuning,
  type TuningFile,
} from '@/core/exchange/music/tuning-files';
import { sendSystem } from '@/session/send-system';
import { useChangeInstrument } from '../hooks/use-change-sensor';
import { useInstrument, useSession } from '../hooks/use-session';
import { download } from '../parts/download';
import { MenuButton } from '../parts/menu-button';
import { notify } from '../parts/notice';
import { useFilePicker } from '../parts/use-file-picker';
import { ScaleWords } from './scale-words';
import { useHear } from './use-hear';
import styles from './voice.module.css';

/** The instrument's scales and tunings: a scale with its key, or a Scala file. */
export function Tunings() {
  const { tunings = [] } = useInstrument();
  const change = useChangeInstrument();
  const hear = useHear();
  const session = useSession();
  const set = (says: string, next: (list: Tuning[]) => Tuning[]) =>
    change(says, (instrument) => ({ ...instrument, tunings: next(instrument.tunings ?? []) }));
  const addScale = () => set('scale added', (list) => [...list, firstScale(list)]);
  const read = async ([file]: File[]) => {
    const added = tuningIn(file.name, await file.text(), tunings);
    if (typeof added === 'string') return notify(added);
    set('tuning added', (list) => [...list.filter(({ id }) => id !== added.id), added]);
  };
  const send = async (tuning: Tuning) =>
    notify(
      (await sendSystem(session.midi.chosen, dumpOf(tuning).content)) ??
        `${tuning.name} was sent to MIDI out.`,
    );
  const { open, field } = useFilePicker('Scala file', '.scl,.kbm', (files) => void read(files));
  return (
    <section className={styles.tunings} aria-label="Scales and tunings">
      <div className={styles.caption}>
        <h2>Scales and tunings</h2>
        <Button variant="outlined" onClick={addScale}>
          Add a scale
        </Button>
        <Button variant="outlined" onClick={open}>
          Read a Scala file
        </Button>
        {field}
      </div>
      {tunings.length === 0 && (
        <p>Twelve even semitones, until a scale is added. A voice names the one that it plays in.</p>
      )}
      <ul>
        {tunings.map((tuning) => (
          <li key={tuning.id}>
            {tuning.is === 'scale' ? (
              <ScaleWords
                scale={tuning}
                set={(next) => set('scale changed', (list) => list.map((t) => (t.id === next.id ? next : t)))}
              />
            ) : (
              <span>
                <b>{tuning.name}</b>, {tuning.cents.length} notes in {(tuning.cents.at(-1)! / 100).toFixed(2)}{' '}
                semitones
                {tuning.map ? ', with a keyboard map' : ''}
              </span>
            )}
            <Button variant="text" onClick={() => hear(tuning)}>
              Hear it
            </Button>
            <MenuButton
              button={(show) => (
                <Button variant="text" aria-haspopup="menu" onClick={show}>
                  Save or send …
                </Button>
              )}
              choices={[
                { key: 'scl', words: 'Scala scale (.scl)', run: () => save(sclOf(tuning)) },
                ...mapChoices(tuning),
                { key: 'syx', words: 'MIDI tuning dump (.syx)', run: () => save(dumpOf(tuning)) },
                { key: 'send', words: 'Send the dump to MIDI out', run: () => void send(tuning) },
              ]}
            />
            <IconButton
              size="small"
              aria-label={`Remove ${tuning.name}`}
              onClick={() => change('tuning removed', (instrument) => withoutTuning(instrument, tuning.id))}
            >
              <DeleteOutlined fontSize="small" />
            </IconButton>
          </li>
        ))}
      </ul>
    </section>
  );
}

const save = ({ name, content }: TuningFile): void => download(name, content);

const mapChoices = (tuning: Tuning) => {
  const file = kbmOf(tuning);
  return file ? [{ key: 'kbm', words: 'Scala keyboard map (.kbm)', run: () => save(file) }] : [];
};
