'use client';

import { useEffect, useMemo, useState } from 'react';
import type { Picture } from '@/core/calibrate/picture';
import type { FingeringPitch } from '@/core/instrument/voices';
import { noteName, noteNumber } from '@/core/midi/words';
import {
  checkTable,
  ghostCurve,
  neighbourTransitions,
  tuneTransitions,
  USUAL_SPREAD_MS,
  type Transition,
} from '@/core/prove/transition-risk';
import { counted } from '@/core/units/counted';
import { loadTakes } from '@/store/takes';
import { analysisLink } from '@/workers/analysis-link';
import { PictureChart } from '../calibrate/picture-chart';
import { useInstrument, useTakesOf } from '../hooks/use-session';
import styles from './voice.module.css';

/** What can sound between two fingerings, and the settle time that hides it; what is wrong with the table. */
export function FingeringRisk({ pitch }: { pitch: FingeringPitch }) {
  const { table, settleMs = 0, unassigned } = pitch;
  const [tune, setTune] = useState('');
  const notes = useMemo(() => tune.split(/[\s,;]+/).flatMap((word) => noteNumber(word) ?? []), [tune]);
  const transitions = useMemo(
    () => (notes.length > 1 ? tuneTransitions(table, notes) : neighbourTransitions(table)),
    [table, notes],
  );
  const own = useOwnSpread(pitch.fingers[0].source.sensor);
  const picture = useMemo(() => pictureOf(transitions, own, settleMs), [transitions, own, settleMs]);
  const risky = transitions.filter(({ ghosts }) => ghosts.length > 0);
  const check = useMemo(() => checkTable(table), [table]);
  const name = (i: number) => noteName(Math.round(table[i].note));
  return (
    <div className={styles.risk}>
      <PictureChart picture={picture} />
      <div>
        <label className={styles.tune}>
          A tune, to try it on
          <input
            value={tune}
            placeholder="D4 E4 F#4 A4 …"
            onChange={(e) => setTune(e.target.value)}
            onKeyDown={(e) => e.key === 'Escape' && (e.target as HTMLElement).blur()}
          />
        </label>
        <p>
          {risky.length === 0
            ? `Nothing else can sound between ${notes.length > 1 ? 'its notes' : 'neighbours'}.`
            : `${risky.length} of ${counted(transitions.length, 'change')} can sound another note on the way:`}
        </p>
        <ul>
          {risky.slice(0, MOST_SHOWN).map(({ from, to, ghosts }) => (
            <li key={`${from} ${to}`}>
              {name(from)} → {name(to)} passes <b>{[...new Set(ghosts.map(name))].join(', ')}</b>
            </li>
          ))}
        </ul>
        {check.unreachable.length > 0 && (
          <p className={styles.clash}>
            {check.unreachable.map(name).join(', ')}: an earlier fingering takes these fingers. Move it up, or
            change a finger.
          </p>
        )}
        {check.doubled.length > 0 && (
          <p className={styles.clash}>
            {check.doubled
              .slice(0, MOST_SHOWN)
              .map(([a, b]) => `${name(a)} and ${name(b)}`)
              .join('; ')}{' '}
            share fingers: the first counts.
          </p>
        )}
        {!Number.isNaN(check.unassigned) && (
          <p>
            {check.unassigned} of {check.of} positions are in no fingering: they{' '}
            {{ nearest: 'play the nearest', hold: 'keep what sounds', silence: 'are silent' }[unassigned]}.
          </p>
        )}
      </div>
    </div>
  );
}
const MOST_SHOWN = 6;

/** Spread of the maker's own fingers, from the takes of their sensor, ms; null where none tells. */
function useOwnSpread(sensor: string): number | null {
  const instrument = useInstrument();
  const ids = useTakesOf(sensor)
    .filter(({ role }) => role !== 'rest')
    .map(({ id }) => id)
    .join();
  const [spread, setSpread] = useState<number | null>(null);
  useEffect(() => {
    if (ids === '') return;
    let current = true;
    void loadTakes(ids.split(','))
      .then((takes) => analysisLink.get().fingerSpread(instrument, sensor, takes))
      .then((found) => current && setSpread(Number.isNaN(found) ? null : found));
    return () => {
      current = false;
    };
  }, [instrument, sensor, ids]);
  return spread;
}

function pictureOf(transitions: readonly Transition[], own: number | null, settleMs: number): Picture {
  const spreads = own === null ? USUAL_SPREAD_MS : [own];
  return {
    title: 'Ghost notes against latency',
    lane: own === null ? 'fingers 10 to 30 ms apart' : `your fingers, ${Math.round(own)} ms apart`,
    x: { label: 'settle time, added to every note', unit: 'ms' },
    y: { label: 'ghosts', unit: 'in 100 changes', most: 100 },
    lines: spreads.map((spread) => ({
      name: `${Math.round(spread)} ms`,
      points: ghostCurve(transitions, spread).map((p) => [p.settleMs, p.ghosts] as [number, number]),
      predicted: true,
    })),
    marks: [{ x: settleMs, label: 'settle' }],
  };
}
