'use client';

import { levelOf } from '@/core/ways/level/level-of';
import DeleteOutlined from '@mui/icons-material/DeleteOutlined';
import IconButton from '@mui/material/IconButton';
import { fullAttack } from '@/core/ways/level/full-attack';
import { sensorOf } from '@/core/instrument/access';
import type { Instrument } from '@/core/instrument/document';
import type { Sensor } from '@/core/instrument/sensor';
import type { ControllerVoice, NoteVoice, PressureVoice, SideOf, Voice } from '@/core/instrument/voices';
import type { Zone } from '@/core/instrument/zones';
import { hasNotes } from '@/core/kinds/level-voices';
import { gatePort, portThat } from '@/core/kinds/ports';
import { kindOf } from '@/core/kinds/registry';
import { controllerName } from '@/core/midi/words';
import { NoteField } from '../parts/note-field';
import { NumberField } from '../parts/number-field';
import { Pick } from '../parts/pick';
import styles from './voice.module.css';

interface Props {
  instrument: Instrument;
  voice: Voice;
  /** @param zones added to the instrument's own */
  change: (next: Voice, zones?: Zone[]) => void;
  remove: () => void;
}

/** One voice as a sentence whose words can be changed. */
export function VoiceRow({ instrument, voice, change, remove }: Props) {
  const sensor = instrument.sensors.find((s) => s.id === sensorOf(voice));
  const zone = instrument.zones.find((z) => z.id === voice.zone);
  const level = sensor && levelOf(sensor);
  return (
    <li className={styles.voice}>
      <div className={styles.sentence}>
        {voice.is === 'note' ? (
          <NoteSentence instrument={instrument} sensor={sensor} voice={voice} change={change} />
        ) : (
          <LevelSentence sensor={sensor} voice={voice} change={change} />
        )}
        <span>{zone?.is === 'lanes' ? 'on channels from' : 'on channel'}</span>
        <NumberField
          label="Channel"
          value={zone?.is === 'lanes' ? zone.first : (zone?.channel ?? 1)}
          low={1}
          high={16}
          set={(channel) => {
            const moved = zoneOn(channel, zone);
            change({ ...voice, zone: moved.id }, [moved]);
          }}
        />
        {level?.down && (
          <Pick
            label="Side"
            value={voice.side}
            set={(side) => change({ ...voice, side: side as SideOf })}
            options={{ both: 'both ways', up: 'pushing only', down: 'drawing only' }}
          />
        )}
      </div>
      <IconButton size="small" aria-label="Remove this voice" onClick={remove}>
        <DeleteOutlined fontSize="small" />
      </IconButton>
    </li>
  );
}

/** A zone as another one is, but from this channel on: one of a channel a lane keeps a channel a lane. */
export const zoneOn = (channel: number, zone: Zone | undefined): Zone =>
  zone?.is === 'lanes'
    ? { ...zone, id: `channels-${channel}-${zone.count}`, first: channel }
    : { is: 'single', id: `channel-${channel}`, channel };

type Change<V> = (next: V) => void;

function NoteSentence({
  instrument,
  sensor,
  voice,
  change,
}: {
  instrument: Instrument;
  sensor: Sensor | undefined;
  voice: NoteVoice;
  change: Change<NoteVoice>;
}) {
  const { pitch, velocity } = voice;
  return (
    <>
      <b>{pitch.is === 'fixed' ? 'note' : 'notes'}</b>
      <PitchPick instrument={instrument} sensor={sensor} voice={voice} change={change} />
      {pitch.is === 'fixed' && (
        <NoteField
          label="Note"
          value={pitch.note}
          set={(note) => change({ ...voice, pitch: { is: 'fixed', note } })}
        />
      )}
      <span>{sensor && `${kindOf(sensor).ports[voice.gate.port]?.says},`}</span>
      {velocity.is === 'fixed' && (
        <>
          velocity
          <NumberField
            label="Velocity"
            value={velocity.value}
            low={1}
            high={127}
            set={(value) => change({ ...voice, velocity: { is: 'fixed', value } })}
          />
        </>
      )}
      {velocity.is === 'attack' && (
        <>
          velocity from the first
          <NumberField
            label="Milliseconds"
            value={velocity.windowMs}
            low={0}
            high={60}
            set={(windowMs) =>
              change({
                ...voice,
                velocity: {
                  ...velocity,
                  windowMs,
                  full: fullAttack(sensor ? levelOf(sensor) : null, windowMs),
                },
              })
            }
          />
          ms
        </>
      )}
      {velocity.is === 'strike' && <span>as hard as it is struck</span>}
      {velocity.is === 'level' && (
        <span>
          as loud as {instrument.sensors.find((s) => s.id === velocity.source.sensor)?.name} is then
        </span>
      )}
    </>
  );
}

/** Where the pitch comes from: one note, each lane's own, or the lane of another sensor that is touched. */
function PitchPick({
  instrument,
  sensor,
  voice,
  change,
}: {
  instrument: Instrument;
  sensor: Sensor | undefined;
  voice: NoteVoice;
  change: Change<NoteVoice>;
}) {
  const { pitch } = voice;
  const choosers = instrument.sensors.filter(
    (s) => hasNotes(s) && (portThat(s, 'pitch') !== null || (s.lanes.length > 1 && gatePort(s) !== null)),
  );
  const own = sensor !== undefined && hasNotes(sensor);
  const options: Record<string, string> = {
    fixed: 'always',
    ...(own ? { lane: 'of its own lanes' } : {}),
    ...Object.fromEntries(
      choosers.flatMap((s) => [
        [`last ${s.id}`, `of ${s.name}, the last ${PLAYED[kindOf(s).verb] ?? 'played'}`],
        [`highest ${s.id}`, `of ${s.name}, the highest`],
      ]),
    ),
  };
  const value = pitch.is === 'chosen' ? `${pitch.by} ${pitch.source.sensor}` : pitch.is;
  if (Object.keys(options).length === 1) return null;
  const set = (wanted: string) => {
    if (wanted === 'fixed') return change({ ...voice, pitch: { is: 'fixed', note: 62 } });
    if (wanted === 'lane') return change({ ...voice, pitch: { is: 'lane' } });
    const [by, id] = wanted.split(' ');
    const from = choosers.find((s) => s.id === id)!;
    const source = { sensor: id, port: choosingPort(from)! };
    change({ ...voice, pitch: { is: 'chosen', source, by: by as 'last' | 'highest' } });
  };
  return <Pick label="Pitch" value={value} set={set} options={options} />;
}

/** What a sensor chooses a note by: a pitch, or which of its lanes are open. */
const choosingPort = (sensor: Sensor): string | null => portThat(sensor, 'pitch') ?? gatePort(sensor);

/** Verbs of prompts, as what was done. */
const PLAYED: Readonly<Record<string, string>> = { touch: 'touched', strike: 'struck', press: 'pressed' };

function LevelSentence({
  sensor,
  voice,
  change,
}: {
  sensor: Sensor | undefined;
  voice: ControllerVoice | PressureVoice;
  change: Change<ControllerVoice | PressureVoice>;
}) {
  const gated = sensor !== undefined && kindOf(sensor).ports[voice.source.port]?.carries === 'gate';
  return (
    <>
      {voice.is === 'pressure' ? (
        <b>channel pressure</b>
      ) : (
        <ControllerWords voice={voice} fine={!gated} change={change} />
      )}
      {gated ? (
        <span>127 {kindOf(sensor).ports[voice.source.port].says}, else 0,</span>
      ) : (
        <>
          smallest step
          <NumberField
            label="Deadband, steps"
            value={voice.deadband ?? 0}
            low={0}
            high={64}
            set={(deadband) => change({ ...voice, deadband })}
          />
          and at most
          <NumberField
            label="Messages a second"
            value={voice.perSecond ?? 1000}
            low={20}
            high={1000}
            set={(perSecond) => change({ ...voice, perSecond })}
          />
          times a second
        </>
      )}
    </>
  );
}

/** @param fine whether it may have 14 bits */
function ControllerWords({
  voice,
  fine,
  change,
}: {
  voice: ControllerVoice;
  fine: boolean;
  change: Change<ControllerVoice>;
}) {
  const bits = voice.bits ?? 7;
  const setController = (controller: number) =>
    change({ ...voice, controller, bits: controller > 31 ? 7 : bits });
  const setBits = (b: 7 | 14) => change({ ...voice, bits: b, from: undefined, to: undefined });
  return (
    <>
      <b>controller</b>
      <NumberField
        label="Controller number"
        value={voice.controller}
        low={0}
        high={119}
        set={setController}
      />
      {controllerName(voice.controller) && (
        <span className={styles.aside}>{controllerName(voice.controller)}</span>
      )}
      {fine && (
        <>
          in
          <Pick
            label="Bits"
            value={String(bits)}
            set={(b) => setBits(Number(b) as 7 | 14)}
            options={voice.controller > 31 ? { 7: '7 bits' } : { 7: '7 bits', 14: '14 bits' }}
          />
        </>
      )}
    </>
  );
}
