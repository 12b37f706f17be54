'use client';

import DeleteOutlined from '@mui/icons-material/DeleteOutlined';
import Button from '@mui/material/Button';
import IconButton from '@mui/material/IconButton';
import type { Instrument } from '@/core/instrument/document';
import type { ScaleTuning, Tuning } from '@/core/instrument/tunings';
import { tuningDump } from '@/core/midi/tuning-dump';
import { readKbm, readScl, writeKbm, writeScl } from '@/core/pitch/scala';
import { SCALE_DICTIONARY, scaleNameOf } from '@/core/pitch/scale-dictionary';
import { pitchOfKey } from '@/core/pitch/tuning';
import { useChangeInstrument } from '../hooks/use-change-sensor';
import { useInstrument } from '../hooks/use-session';
import { download } from '../parts/download';
import { MenuButton } from '../parts/menu-button';
import { notify } from '../parts/notice';
import { Pick } from '../parts/pick';
import { useFilePicker } from '../parts/use-file-picker';
import { useHear } from './use-hear';
import styles from './voice.module.css';

const KEY_NAMES = ['C', 'C♯', 'D', 'E♭', 'E', 'F', 'F♯', 'G', 'G♯', 'A', 'B♭', 'B'];
const KEYS = Object.fromEntries(KEY_NAMES.map((name, i) => [String(i), name]));
const SCALES = Object.fromEntries(Object.keys(SCALE_DICTIONARY).map((name) => [name, name]));
const OWN = 'its own notes';

/** The instrument's scales and tunings: a scale with its key, or a Scala file. */
export function Tunings() {
  const { tunings = [] } = useInstrument();
  const change = useChangeInstrument();
  const hear = useHear();
  const set = (says: string, next: (list: Tuning[]) => Tuning[]) =>
    change(says, (instrument) => ({ ...instrument, tunings: next(instrument.tunings ?? []) }));
  const addScale = () => set('scale added', (list) => [...list, firstScale(list)]);
  const read = async ([file]: File[]) => {
    const added = tuningIn(file.name, await file.text(), tunings);
    if (typeof added === 'string') return notify(added);
    set('tuning added', (list) => [...list.filter(({ id }) => id !== added.id), added]);
  };
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
                  Save as …
                </Button>
              )}
              choices={[
                { key: 'scl', words: 'Scala scale (.scl)', run: () => saveScl(tuning) },
                ...(tuning.is === 'scala' && tuning.map
                  ? [{ key: 'kbm', words: 'Scala keyboard map (.kbm)', run: () => saveKbm(tuning) }]
                  : []),
                { key: 'syx', words: 'MIDI tuning dump (.syx)', run: () => saveDump(tuning) },
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

/** A scale in its key; another keeps its name true. */
function ScaleWords({ scale, set }: { scale: ScaleTuning; set: (next: ScaleTuning) => void }) {
  const name = scaleNameOf(scale.notes) ?? OWN;
  const named = (next: ScaleTuning): ScaleTuning => ({
    ...next,
    name: `${KEY_NAMES[next.key]} ${scaleNameOf(next.notes) ?? OWN}`,
  });
  return (
    <span className={styles.sentence}>
      <Pick
        label="Key"
        value={String(scale.key)}
        options={KEYS}
        set={(key) => set(named({ ...scale, key: Number(key) }))}
      />
      <Pick
        label="Scale"
        value={name}
        options={name === OWN ? { ...SCALES, [OWN]: OWN } : SCALES}
        set={(own) => own !== OWN && set(named({ ...scale, notes: [...SCALE_DICTIONARY[own]] }))}
      />
      <span className={styles.mask} role="group" aria-label="Its notes">
        {KEY_NAMES.map((_, i) => {
          const there = scale.notes.includes(i);
          const notes = there
            ? scale.notes.filter((n) => n !== i)
            : [...scale.notes, i].sort((a, b) => a - b);
          return (
            <button
              key={i}
              type="button"
              aria-pressed={there}
              disabled={i === 0}
              onClick={() => set(named({ ...scale, notes }))}
            >
              {KEY_NAMES[(scale.key + i) % 12]}
            </button>
          );
        })}
      </span>
    </span>
  );
}

function firstScale(list: readonly Tuning[]): ScaleTuning {
  const id = freeId('scale', list);
  return { is: 'scale', id, name: 'C major', key: 0, notes: [...SCALE_DICTIONARY.major] };
}

const freeId = (stem: string, list: readonly Tuning[]): string => {
  for (let n = 1; ; n++) if (!list.some(({ id }) => id === `${stem}-${n}`)) return `${stem}-${n}`;
};

/** What a file holds: a scale; or a keyboard map, for the Scala tuning that was read last. @returns one sentence where it cannot be read */
function tuningIn(file: string, text: string, list: readonly Tuning[]): Tuning | string {
  const faultsOf = (faults: { path: string; says: string }[]) =>
    `${file} was not read. ${faults.map(({ path, says }) => `${path ? `${path}: ` : ''}${says}`).join('; ')}.`;
  if (/\.kbm$/i.test(file)) {
    const read = readKbm(text);
    const last = list.findLast((tuning) => tuning.is === 'scala');
    if (!read.ok) return faultsOf(read.faults);
    if (!last) return `${file} maps keys to a scale: read its .scl file first.`;
    return { ...last, map: { ...read.value, keys: [...read.value.keys] } };
  }
  const read = readScl(text);
  if (!read.ok) return faultsOf(read.faults);
  const name = (read.value.description || file.replace(/\.scl$/i, '')).slice(0, 60);
  return { is: 'scala', id: freeId('tuning', list), name, cents: read.value.cents };
}

/** Voices that named it play twelve even semitones. */
const withoutTuning = (instrument: Instrument, id: string): Instrument => ({
  ...instrument,
  tunings: (instrument.tunings ?? []).filter((t) => t.id !== id),
  voices: instrument.voices.map((v) =>
    v.is === 'note' && v.tuning === id ? { ...v, tuning: undefined } : v,
  ),
});

const fileName = ({ name }: Tuning): string => name.replace(/[^\w-]+/g, '-').toLowerCase();

function saveScl(tuning: Tuning): void {
  const cents = tuning.is === 'scala' ? tuning.cents : [...tuning.notes.slice(1), 12].map((n) => 100 * n);
  download(
    `${fileName(tuning)}.scl`,
    writeScl({ description: tuning.name, cents: [...cents] }),
    'text/plain',
  );
}

function saveKbm(tuning: Tuning): void {
  if (tuning.is === 'scala' && tuning.map)
    download(`${fileName(tuning)}.kbm`, writeKbm(tuning.map), 'text/plain');
}

/** Every key as it is tuned; what the tuning leaves silent stays as the receiver has it. */
function saveDump(tuning: Tuning): void {
  const pitches = Array.from({ length: 128 }, (_, key) => pitchOfKey(tuning, key));
  download(
    `${fileName(tuning)}.syx`,
    Uint8Array.from(tuningDump(pitches, tuning.name)),
    'application/octet-stream',
  );
}
