'use client';

import DeleteOutlined from '@mui/icons-material/DeleteOutlined';
import IconButton from '@mui/material/IconButton';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import type { ReactNode } from 'react';
import { fullAttack } from '@/core/calibrate/first-voices';
import type { Calibration, Velocity, Voice } from '@/core/instrument/document';
import { controllerWords, noteName } from '@/core/midi/words';
import { FIXED_VELOCITY } from '@/core/instrument/rules';
import { NumberField } from '../parts/number-field';
import styles from './voice.module.css';

interface Props {
  voice: Voice;
  /** Of its sensor: whether it has two sides, and how far a loud attack gets. */
  calibration: Calibration | null;
  change: (next: Voice) => void;
  remove: () => void;
}

/** One voice as a sentence whose words can be changed. */
export function VoiceRow({ voice, calibration, change, remove }: Props) {
  return (
    <li className={styles.voice}>
      <div className={styles.sentence}>
        {voice.kind === 'note' ? (
          <NoteSentence voice={voice} calibration={calibration} change={change} />
        ) : (
          <LevelSentence voice={voice} change={change} />
        )}
        <span>on channel</span>
        <NumberField
          label="Channel"
          value={voice.channel}
          low={1}
          high={16}
          set={(channel) => change({ ...voice, channel })}
        />
        {calibration && calibration.onDown !== null && (
          <Pick
            label="Side"
            value={voice.side}
            set={(side) => change({ ...voice, side: side as Voice['side'] })}
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

function NoteSentence({ voice, calibration, change }: Pick<Props, 'voice' | 'calibration' | 'change'>) {
  const velocity = voice.velocity ?? FIXED_VELOCITY;
  const set = (v: Partial<Velocity>) => change({ ...voice, velocity: { ...velocity, ...v } });
  return (
    <>
      <b>note</b>
      <NumberField
        label="Note number"
        value={voice.note ?? 60}
        low={0}
        high={127}
        set={(note) => change({ ...voice, note })}
      />
      <span className={styles.aside}>{noteName(voice.note ?? 60)}</span>
      while it is open, velocity from the first
      <NumberField
        label="Milliseconds"
        value={velocity.windowMs}
        low={0}
        high={60}
        set={(windowMs) => set({ windowMs, full: fullAttack(calibration, windowMs) })}
      />
      ms
    </>
  );
}

const OFFERED = [1, 2, 7, 11, 74];

function LevelSentence({ voice, change }: Pick<Props, 'voice' | 'change'>) {
  const bits = voice.bits ?? 7;
  const setController = (controller: number) =>
    change({ ...voice, controller, bits: controller > 31 ? 7 : bits });
  const setBits = (b: 7 | 14) => change({ ...voice, bits: b, from: undefined, to: undefined });
  return (
    <>
      {voice.kind === 'pressure' ? (
        <b>channel pressure</b>
      ) : (
        <>
          <b>controller</b>
          <NumberField
            label="Controller number"
            value={voice.controller ?? 2}
            low={0}
            high={119}
            set={setController}
          />
          {OFFERED.includes(voice.controller ?? 0) && (
            <span className={styles.aside}>{controllerWords(voice.controller!).split(' ')[0]}</span>
          )}
          in
          <Pick
            label="Bits"
            value={String(bits)}
            set={(b) => setBits(Number(b) as 7 | 14)}
            options={(voice.controller ?? 0) > 31 ? { 7: '7 bits' } : { 7: '7 bits', 14: '14 bits' }}
          />
        </>
      )}
      sent after
      <NumberField
        label="Deadband, steps"
        value={voice.deadband ?? 0}
        low={0}
        high={64}
        set={(deadband) => change({ ...voice, deadband })}
      />
      steps, at most
      <NumberField
        label="Messages a second"
        value={voice.perSecond ?? 1000}
        low={20}
        high={1000}
        set={(perSecond) => change({ ...voice, perSecond })}
      />
      times a second
    </>
  );
}

function Pick({
  label,
  value,
  set,
  options,
}: {
  label: string;
  value: string;
  set: (v: string) => void;
  options: Record<string, ReactNode>;
}) {
  return (
    <TextField
      select
      value={value}
      onChange={(e) => set(e.target.value)}
      slotProps={{ select: { SelectDisplayProps: { 'aria-label': label } } }}
    >
      {Object.entries(options).map(([key, words]) => (
        <MenuItem key={key} value={key}>
          {words}
        </MenuItem>
      ))}
    </TextField>
  );
}
