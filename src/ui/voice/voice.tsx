'use client';

import Button from '@mui/material/Button';
import { useMemo } from 'react';
import { clashesOf } from '@/core/instrument/clashes';
import type { Voice } from '@/core/instrument/document';
import { breathVoices } from '@/core/calibrate/first-voices';
import { useChangeVoices } from '../hooks/use-change-sensor';
import { useInstrument, useLive, useSensor } from '../hooks/use-session';
import { Headline, Reading, Station } from '../parts/station';
import { VoiceRow } from './voice-row';
import styles from './voice.module.css';

/** Station 5: what each sensor sends, as short as it can be said. */
export function VoiceStation() {
  const { sensor } = useSensor();
  const { voices } = useInstrument();
  const changeVoices = useChangeVoices();
  const own = voices.filter((v) => v.sensor === sensor.id);
  const add = (voice: Omit<Voice, 'id' | 'sensor' | 'side' | 'channel'>) =>
    changeVoices('voice added', (list) => [
      ...list,
      {
        ...voice,
        id: freeId(list, sensor.id),
        sensor: sensor.id,
        side: 'both',
        channel: own[0]?.channel ?? 1,
      },
    ]);
  const [, note] = breathVoices(sensor.id, sensor.calibration ?? null);
  return (
    <Station title="Voice" changes reading={<VoiceReading />}>
      <Headline
        says={own.length === 0 ? `${sensor.name} says nothing yet.` : `${sensor.name} plays`}
        under={own.length === 0 ? 'Give it a note to sound, or a controller to move.' : undefined}
      />
      <ul className={styles.voices}>
        {own.map((v) => (
          <VoiceRow
            key={v.id}
            voice={v}
            calibration={sensor.calibration ?? null}
            change={(next) =>
              changeVoices('voice changed', (list) => list.map((x) => (x.id === v.id ? next : x)))
            }
            remove={() => changeVoices('voice removed', (list) => list.filter((x) => x.id !== v.id))}
          />
        ))}
      </ul>
      <div className={styles.add}>
        <Button
          variant="outlined"
          onClick={() => add({ kind: 'note', note: note.note, velocity: note.velocity })}
        >
          Add a note
        </Button>
        <Button
          variant="outlined"
          onClick={() => add({ kind: 'controller', controller: 11, bits: 7, deadband: 0, perSecond: 200 })}
        >
          Add a controller
        </Button>
        <Button variant="outlined" onClick={() => add({ kind: 'pressure', deadband: 0, perSecond: 200 })}>
          Add channel pressure
        </Button>
      </div>
      {!sensor.calibration && <p>It stays silent until it is calibrated.</p>}
      <Said />
    </Station>
  );
}

const freeId = (voices: Voice[], sensor: string): string => {
  for (let n = 1; ; n++)
    if (!voices.some((v) => v.id === `${sensor}-voice-${n}`)) return `${sensor}-voice-${n}`;
};

/** What it sends now, large: play and read. */
function Said() {
  const note = useLive((s) => s.note);
  const words = useLive((s) => s.words);
  const { column } = useSensor();
  const response = useLive((s) => Math.round(127 * (s.tick?.responses[column] ?? 0)));
  return (
    <section className={styles.said} aria-label="Sent now">
      <p>
        <strong>{response}</strong>
        <span>of 127 now</span>
      </p>
      <ol>
        {words.length === 0 && note === null ? (
          <li>
            Nothing sent yet. Hold <kbd>X</kbd> to play the practice board, <kbd>S</kbd> for sound.
          </li>
        ) : (
          [...(note ? [note] : []), ...words].slice(0, 3).map((w, i) => <li key={i}>{w}</li>)
        )}
      </ol>
    </section>
  );
}

function VoiceReading() {
  const { voices } = useInstrument();
  const clashes = useMemo(() => clashesOf(voices), [voices]);
  const channels = [...new Set(voices.map((v) => v.channel))].sort((a, b) => a - b);
  const bytes = useLive((s) => s.tick?.bytesPerSecond ?? 0);
  return (
    <>
      <Reading label="Channels used" value={channels.length === 0 ? '–' : channels.join(' ')}>
        {clashes.length === 0 ? 'No two voices send the same thing.' : 'See below.'}
      </Reading>
      <Reading label="On the wire" value={String(bytes)} unit="bytes/s of 3125">
        A MIDI cable carries 3125; only changes are sent.
      </Reading>
      {clashes.map((c) => (
        <p key={c.says} className={styles.clash}>
          {c.says}
        </p>
      ))}
    </>
  );
}
