'use client';

import Button from '@mui/material/Button';
import dynamic from 'next/dynamic';
import { useMemo } from 'react';
import { clashesOf } from '@/core/instrument/clashes';
import type { Instrument } from '@/core/instrument/document';
import type { Sensor } from '@/core/instrument/sensor';
import type { NoteVoice, Voice } from '@/core/instrument/voices';
import { boardOf, channelsOfVoice, hears } from '@/core/instrument/access';
import type { Zone } from '@/core/instrument/zones';
import { attackNote, hasNotes, laneNotes } from '@/core/kinds/level-voices';
import { gatePort, lanesOfSource, levelPort } from '@/core/kinds/ports';
import { kindOf } from '@/core/kinds/registry';
import { anotherLike } from '@/core/stages/another-like';
import { freeId } from '@/core/units/free-id';
import { useChangeVoices } from '../hooks/use-change-sensor';
import { useInstrument, useLive, useSensor } from '../hooks/use-session';
import { laneReader } from '../parts/lane-values';
import { PlaySurface } from '../parts/play-surface';
import { Headline, Reading, Station } from '../parts/station';
import { ButtonChoice } from './button-choice';
import { ChordButtons } from './chord-buttons';
import { LaneNotes } from './lane-notes';
import { VoiceRow } from './voice-row';
import { wireBytes } from '../parts/words';
import styles from './voice.module.css';

// What few instruments need is fetched when it is shown.
const Schools = dynamic(() => import('./schools').then((m) => m.Schools));
const Fingering = dynamic(() => import('./fingering').then((m) => m.Fingering));
const Scenes = dynamic(() => import('./scenes').then((m) => m.Scenes));
const ChannelPlan = dynamic(() => import('./channel-plan').then((m) => m.ChannelPlan));
const Lights = dynamic(() => import('./lights').then((m) => m.Lights));
const Tunings = dynamic(() => import('./tunings').then((m) => m.Tunings));

/** Station 5: what each sensor sends, as short as it can be said. */
export function VoiceStation() {
  const { sensor, lane } = useSensor();
  const instrument = useInstrument();
  const changeVoices = useChangeVoices();
  const { voices, zones } = instrument;
  const own = voices.filter((v) => hears(v, sensor.id));
  const add = (voice: Voice) =>
    changeVoices('voice added', (list) => [...list, { ...voice, id: freeIn(list, sensor.id) }]);
  const isButton = boardOf(instrument, sensor).button === sensor.id;
  const zone = own[0]?.zone ?? zones[0]?.id ?? 'main';
  return (
    <Station title="Voice" changes reading={<VoiceReading />}>
      <Headline
        says={headline(sensor, own.length, isButton)}
        under={
          own.length === 0 && !isButton ? 'Give it a note to sound, or a controller to move.' : undefined
        }
      />
      {!isButton && (
        <>
          <ul className={styles.voices}>
            {own.map((v) => (
              <VoiceRow
                key={v.id}
                instrument={instrument}
                voice={v}
                change={(next, more) =>
                  changeVoices('voice changed', (list) => list.map((x) => (x.id === v.id ? next : x)), more)
                }
                another={anotherOf(instrument, v, (next, zone) =>
                  changeVoices(
                    'voice added',
                    (list) => withAfter(list, v, { ...next, id: freeIn(list, sensor.id) }),
                    [zone],
                  ),
                )}
                remove={() => changeVoices('voice removed', (list) => list.filter((x) => x.id !== v.id))}
              />
            ))}
          </ul>
          <div className={styles.add}>
            {offersOf(sensor, lane, zone).map(({ says, voice }) => (
              <Button key={says} variant="outlined" onClick={() => add(voice)}>
                {says}
              </Button>
            ))}
            <ChordButtons voices={own} />
          </div>
        </>
      )}
      <ButtonChoice />
      <PitchOf voices={own} />
      {!sensor.calibration && !isButton && <p>It stays silent until it is calibrated.</p>}
      <LaneNotes key={sensor.id} sensor={sensor} />
      <Said />
      <PlaySurface titled />
      <Lights />
      <Scenes />
      <ChannelPlan />
      <Tunings />
    </Station>
  );
}

/** Adds another voice like one; null where nothing comes after it. */
function anotherOf(
  instrument: Instrument,
  voice: Voice,
  add: (next: Voice, zone: Zone) => void,
): (() => void) | null {
  const next = voice.is === 'note' ? null : anotherLike(instrument, voice);
  return next && (() => add(next.voice, next.zone));
}

const withAfter = (voices: Voice[], { id }: Voice, next: Voice): Voice[] =>
  voices.flatMap((v) => (v.id === id ? [v, next] : [v]));

/** Schools and fingering of the first voice that has one. */
function PitchOf({ voices }: { voices: readonly Voice[] }) {
  const { sensor } = useSensor();
  const changeVoices = useChangeVoices();
  const notes = voices.filter((v): v is NoteVoice => v.is === 'note');
  const along = notes.find(({ pitch }) => pitch.is === 'along' && pitch.source.sensor === sensor.id);
  const fingered = notes.find(({ pitch }) => pitch.is === 'fingering');
  const put = (voice: NoteVoice, says: string) => (pitch: NoteVoice['pitch']) =>
    changeVoices(says, (list) => list.map((v) => (v.id === voice.id ? { ...voice, pitch } : v)));
  return (
    <>
      {along && <Schools key={sensor.id} voice={along} change={put(along, 'school of pitch chosen')} />}
      {fingered?.pitch.is === 'fingering' && (
        <Fingering pitch={fingered.pitch} change={put(fingered, 'fingering changed')} />
      )}
    </>
  );
}

function headline({ name }: Sensor, voices: number, isButton: boolean): string {
  if (isButton) return `${name} is the calibration button.`;
  return voices === 0 ? `Nothing is sent by ${name} yet.` : `Sent by ${name}`;
}

/** The voices that a sensor's ports can feed. */
function offersOf(sensor: Sensor, lane: number, zone: string): { says: string; voice: Voice }[] {
  const gate = gatePort(sensor);
  const level = levelPort(sensor);
  const first = kindOf(sensor).firstVoices(sensor, zone);
  const note = first.find((v) => v.is === 'note');
  const port = level ?? gate ?? '';
  const several = level !== null && lanesOfSource(sensor, { port }).length > 1;
  const source = { sensor: sensor.id, port, ...(several ? { lane: sensor.lanes[lane].id } : {}) };
  const thin = level ? { deadband: 0, perSecond: 200 } : {};
  const common = { id: '', side: 'both', zone, source, ...thin } as const;
  return [
    ...(gate
      ? [{ says: 'Add a note', voice: note ?? (gate ? plainNote(sensor, gate, zone) : first[0]) }]
      : []),
    { says: 'Add a controller', voice: { ...common, is: 'controller', controller: level ? 11 : 64 } },
    ...(level ? [{ says: 'Add channel pressure', voice: { ...common, is: 'pressure' } as const }] : []),
    ...(level ? [{ says: 'Add pitch bend', voice: { ...common, is: 'bend' } as const }] : []),
  ];
}

const plainNote = (sensor: Sensor, port: string, zone: string): Voice =>
  levelPort(sensor)
    ? attackNote(sensor, port, zone)
    : {
        ...laneNotes(sensor, port, zone, { is: 'fixed', value: 100 }),
        ...(hasNotes(sensor) ? {} : { pitch: { is: 'fixed', note: 62 } }),
      };

const freeIn = (voices: readonly Voice[], sensor: string): string =>
  freeId(`${sensor}-voice`, (id) => voices.some((v) => v.id === id));

/** What it sends now, large: play and read. */
function Said() {
  const notes = useLive((s) => s.notes);
  const words = useLive((s) => s.words);
  const { sensor } = useSensor();
  const said = [...notes.slice(0, words.length > 0 ? 2 : 3), ...words].slice(0, 3);
  return (
    <section className={styles.said} aria-label="Sent now">
      {levelPort(sensor) ? <LevelNow /> : <VelocityOf notes={notes} />}
      <ol>
        {said.length === 0 ? (
          <li>
            Nothing sent yet. Play it below; <kbd>S</kbd> is for sound.
          </li>
        ) : (
          said.map((w, i) => <li key={i}>{w}</li>)
        )}
      </ol>
    </section>
  );
}

function LevelNow() {
  const instrument = useInstrument();
  const { sensor, lane } = useSensor();
  const read = useMemo(() => laneReader(instrument, sensor), [instrument, sensor]);
  const response = useLive((s) => (s.tick ? Math.round(127 * read(s.tick, lane)) : 0));
  return (
    <p>
      <strong>{sensor.calibration ? response : '–'}</strong>
      <span>of 127 now</span>
    </p>
  );
}

function VelocityOf({ notes }: { notes: readonly string[] }) {
  const begun = notes.find((n) => n.includes(' on, '));
  return (
    <p>
      <strong>{begun ? begun.split(' on, ')[1] : '–'}</strong>
      <span>last velocity, of 127</span>
    </p>
  );
}

function VoiceReading() {
  const instrument = useInstrument();
  const clashes = useMemo(() => clashesOf(instrument), [instrument]);
  const channels = [...new Set(instrument.voices.flatMap((v) => channelsOfVoice(instrument, v)))].sort(
    (a, b) => a - b,
  );
  const bytes = useLive((s) => s.tick?.bytesPerSecond ?? 0);
  return (
    <>
      <Reading label="Channels used" value={channels.length === 0 ? '–' : channels.join(' ')}>
        {clashes.length === 0 ? 'No two voices send the same thing.' : 'See below.'}
      </Reading>
      <Reading
        label="On the wire"
        value={String(bytes)}
        unit={`bytes/s of ${wireBytes(instrument.boards[0])}`}
      >
        So much its wire carries; only changes are sent.
      </Reading>
      {clashes.map((c) => (
        <p key={c.says} className={styles.clash}>
          {c.says}
        </p>
      ))}
    </>
  );
}
