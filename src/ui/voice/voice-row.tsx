'use client';

import { levelOf } from '@/core/ways/registry';
import ContentCopy from '@mui/icons-material/ContentCopy';
import DeleteOutlined from '@mui/icons-material/DeleteOutlined';
import IconButton from '@mui/material/IconButton';
import { useState } from 'react';
import { sensorOf } from '@/core/instrument/access';
import type { Instrument } from '@/core/instrument/document';
import type { Sensor } from '@/core/instrument/sensor';
import { isOnNoChannel, type NoteVoice, type SideOf, type Voice } from '@/core/instrument/voices';
import type { Zone } from '@/core/instrument/zones';
import { kindOf } from '@/core/kinds/registry';
import type { Expression } from '@/core/stages/expression';
import {
  betweenWords,
  expressionWords,
  joinWords,
  jumpWords,
  laneWords,
  levelWords,
  rateWords,
  whileWords,
} from '@/core/stages/expression-words';
import { ownLaneWords } from '@/core/stages/gate-offers';
import { endWords, staysWords, tuningWords } from '@/core/stages/note-words';
import { pitchOffers, pitchStage } from '@/core/stages/pitch';
import { velocityOffers, velocityStage } from '@/core/stages/velocity';
import { numberWord, pickOf, type Word } from '@/core/stages/word';
import { Pick } from '../parts/pick';
import styles from './voice.module.css';
import { zoneBends } from '@/core/stages/zones';
import { Words } from './words';
import { ZoneWords } from './zone-words';

interface Props {
  instrument: Instrument;
  voice: Voice;
  /** @param zones added to the instrument's own */
  change: (next: Voice, zones?: Zone[]) => void;
  remove: () => void;
  /** Adds another like it; null where nothing comes after it. */
  another: (() => void) | null;
}

/** One voice as a sentence whose words can be changed. */
export function VoiceRow({ instrument, voice, change, remove, another }: Props) {
  const sensor = instrument.sensors.find((s) => s.id === sensorOf(voice))!;
  const zone = instrument.zones.find((z) => z.id === voice.zone);
  const level = levelOf(sensor);
  return (
    <li className={styles.voice}>
      <div className={styles.sentence}>
        {voice.is === 'note' ? (
          <NoteSentence instrument={instrument} sensor={sensor} voice={voice} change={change} />
        ) : (
          <LevelSentence instrument={instrument} sensor={sensor} voice={voice} change={change} />
        )}
        {!isOnNoChannel(voice) && (
          <ZoneWords
            zone={zone}
            zones={instrument.zones}
            bends={
              voice.is === 'bend' ||
              (zone !== undefined && voice.is === 'note' && zoneBends(instrument, zone))
            }
            set={(next) => change({ ...voice, zone: next.id }, [next])}
          />
        )}
        {level?.down && (
          <Pick
            label="Side"
            value={voice.side}
            set={(side) => change({ ...voice, side: side as SideOf })}
            options={{ both: 'both ways', up: 'pushing only', down: 'drawing only' }}
          />
        )}
      </div>
      {another && (
        <IconButton
          size="small"
          aria-label="Another like this voice"
          title="Another like it, for what comes next"
          onClick={another}
        >
          <ContentCopy fontSize="small" />
        </IconButton>
      )}
      <IconButton size="small" aria-label="Remove this voice" onClick={remove}>
        <DeleteOutlined fontSize="small" />
      </IconButton>
    </li>
  );
}

type Change<V> = (next: V) => void;

function NoteSentence({
  instrument,
  sensor,
  voice,
  change,
}: {
  instrument: Instrument;
  sensor: Sensor;
  voice: NoteVoice;
  change: Change<NoteVoice>;
}) {
  const { pitch, velocity } = voice;
  const plays = pitchStage(pitch);
  const loud = velocityStage(velocity);
  return (
    <>
      <b>{plays.ofLanes ? 'notes' : 'note'}</b>
      <Words
        words={[...pickOf('Pitch', plays.key(pitch), pitchOffers(instrument, sensor)), ...plays.words(pitch)]}
        change={(next) => change({ ...voice, pitch: next })}
      />
      <Words words={[...tuningWords(instrument, voice), ...staysWords(instrument, voice)]} change={change} />
      <Words
        words={[`${kindOf(sensor).ports[voice.gate.port]?.says}`, ...endWords(instrument, voice)]}
        change={change}
      />
      <Words
        words={[
          'velocity',
          ...pickOf('Velocity from', loud.key(velocity), velocityOffers(instrument, sensor)),
          ...loud.words(velocity, sensor),
        ]}
        change={(next) => change({ ...voice, velocity: next })}
      />
    </>
  );
}

function LevelSentence({
  instrument,
  sensor,
  voice,
  change,
}: {
  instrument: Instrument;
  sensor: Sensor;
  voice: Expression;
  change: Change<Expression>;
}) {
  const [open, setOpen] = useState(false);
  const { carries, says } = kindOf(sensor).ports[voice.source.port];
  const gated = carries === 'gate';
  const rare = gated ? [] : rareWords(instrument, voice);
  return (
    <>
      <Words
        words={[
          ...expressionWords(instrument, voice, gated),
          ...(gated
            ? gateWords(instrument, voice, says)
            : [
                ...laneWords(instrument, voice),
                ...levelWords(instrument, voice),
                ...whileWords(instrument, voice),
                ...rare.flatMap(({ usual, words }) => (usual && !open ? [] : words)),
              ]),
        ]}
        change={change}
      />
      {rare.some(({ usual }) => usual) && (
        <button type="button" className={styles.more} aria-expanded={open} onClick={() => setOpen(!open)}>
          {open ? 'less' : 'more'}
        </button>
      )}
    </>
  );
}

/** What a gate sends: one value while it is open, another while it is not. */
function gateWords(instrument: Instrument, voice: Expression, says: string): Word<Expression>[] {
  const which = ownLaneWords(instrument, voice.source, (source) => ({ ...voice, source }));
  if (voice.is === 'light') return [says, ...which];
  return [
    numberWord('While it is open', voice.to ?? 127, [0, 127], (to) => ({ ...voice, to })),
    `${says},`,
    ...which,
    'else',
    numberWord('While it is not', voice.from ?? 0, [0, 127], (from) => ({ ...voice, from })),
  ];
}

/** Words that are seldom changed: shown where they are other than usual, or are asked for. */
function rareWords(
  instrument: Instrument,
  voice: Expression,
): { usual: boolean; words: Word<Expression>[] }[] {
  const { join, between, jumps, deadband = 0, perSecond = USUAL_RATE } = voice;
  return [
    { usual: !join, words: joinWords(instrument, voice) },
    { usual: !between, words: betweenWords(voice) },
    { usual: !jumps, words: jumpWords(voice) },
    {
      usual: deadband === 0 && perSecond === USUAL_RATE,
      words: voice.is === 'light' ? [] : rateWords(voice),
    },
  ];
}

/** Messages a second of what is added here. */
const USUAL_RATE = 200;
