'use client';

import { useEffect, useMemo, useState } from 'react';
import { joinTakes, startsOf } from '@/core/exchange/takes/join-takes';
import type { RoleSpan } from '@/core/prove/intended';
import type { Frames, Take } from '@/core/signal/take';
import { counted } from '@/core/units/counted';
import type { KeptRecording } from '@/store/database';
import { loadRecording } from '@/store/recordings';
import { loadTakes } from '@/store/takes';
import { useSensor, useTakesOf, useWorkspace } from '../hooks/use-session';

/** What is proved on: the takes of a sensor, one after the other, or a recording of everything. */
export interface ProveSource {
  key: string;
  frames: Frames;
  roles: RoleSpan[];
  /** Moments that were tapped while it was recorded, µs. */
  marks: number[];
  says: string;
}

/** Takes that are no playing: known loads, and what is measured in other ways. */
const NOT_PLAYED = ['weights', 'still', 'sides'];

/** What there is to prove on, and the one that is chosen, once it is loaded. */
export function useProveSource(): {
  options: Record<string, string>;
  value: string;
  choose: (value: string) => void;
  source: ProveSource | null;
  /** Where it is a recording. */
  recording: KeptRecording | null;
} {
  const { sensor } = useSensor();
  const all = useTakesOf(sensor.id);
  const takes = useMemo(() => all.filter(({ role }) => !NOT_PLAYED.includes(role)), [all]);
  const recordings = useWorkspace((s) => s.recordings);
  const [wanted, choose] = useState('takes');
  const options = useMemo(
    (): Record<string, string> => ({
      ...(takes.length > 0 ? { takes: `Your ${counted(takes.length, 'take')} of ${sensor.name}` } : {}),
      ...Object.fromEntries(recordings.filter(({ whole }) => whole).map(({ id, name }) => [id, name])),
    }),
    [takes, recordings, sensor.name],
  );
  const value = wanted in options ? wanted : (Object.keys(options)[0] ?? '');
  const recording = recordings.find(({ id }) => id === value);
  const key = recording ? recording.id : takes.map(({ id }) => id).join();
  const isRecording = recording !== undefined;
  const [loaded, setLoaded] = useState<Loaded | null>(null);
  useEffect(() => {
    if (key === '') return;
    let current = true;
    const load = isRecording ? ofRecording(key) : ofTakes(key);
    void load.then((own) => current && setLoaded(own));
    return () => {
      current = false;
    };
  }, [key, isRecording]);
  const marks = recording?.marks;
  const says = options[value];
  const source = useMemo(
    () => (loaded?.key === key ? { ...loaded, marks: marks ?? [], says } : null),
    [loaded, key, marks, says],
  );
  return { options, value, choose, source, recording: recording ?? null };
}

type Loaded = Pick<ProveSource, 'key' | 'frames' | 'roles'>;

async function ofTakes(key: string): Promise<Loaded | null> {
  const takes = await loadTakes(key.split(','));
  const [first] = takes;
  if (!first) return null;
  const alike = takes.filter((take) => columnsOf(take) === columnsOf(first));
  const frames = joinTakes(alike);
  const starts = startsOf(alike);
  const roles = alike.map(({ role, tUs }, i): RoleSpan => ({
    ...{ fromUs: starts[i], toUs: starts[i] + tUs[tUs.length - 1] - tUs[0], role },
  }));
  return { key, frames, roles };
}

const columnsOf = ({ channels, edges }: Take) => [...channels, ...(edges?.contacts ?? [])].join();

async function ofRecording(key: string): Promise<Loaded | null> {
  const frames = await loadRecording(key);
  return frames && { key, frames, roles: [] };
}
