'use client';

import { useCallback, useEffect, useState } from 'react';
import { choiceOf, withChoice, type Choice } from '@/core/calibrate/choice';
import type { LevelReport } from '@/core/calibrate/level-types';
import { gestureMark } from '@/core/calibrate/mark';
import { breathVoices, fullAttack } from '@/core/calibrate/first-voices';
import type { Calibration, Sensor, Voice } from '@/core/instrument/document';
import { columnOf } from '@/core/signal/take';
import { loadTakes } from '@/store/takes';
import { analysisLink, Stopped } from '@/workers/analysis-link';
import { useChangeSensor, useChangeVoices } from '../hooks/use-change-sensor';
import { useInstrument, useTakesOf } from '../hooks/use-session';
import { sentence } from '../parts/words';

export interface Working {
  report: LevelReport | null;
  /** One sentence on why these takes cannot be calibrated from, or null. */
  refused: string | null;
  /** 0 … 1 while computing; null when idle. */
  progress: number | null;
}

const NOTHING_YET: Working = { report: null, refused: null, progress: 0 };

/** The report of a sensor's takes, computed in the analysis worker whenever they change. */
export function useLevelReport(sensor: Sensor): Working & { stop: () => void } {
  const { board } = useInstrument();
  const takes = useTakesOf(sensor.id);
  const key = takes.map((t) => t.id).join();
  const [working, setWorking] = useState<Working & { key: string }>({
    key: '',
    report: null,
    refused: null,
    progress: null,
  });
  const { bits } = board;
  const { id, channel } = sensor;
  useEffect(() => {
    if (key === '') return;
    let current = true;
    // A report of other takes must never be taken for one of these.
    const tell = (w: Partial<Working>) =>
      current && setWorking((before) => ({ ...(before.key === key ? before : NOTHING_YET), key, ...w }));
    void analyse(key.split(','), { id, channel }, bits, (share) => tell({ progress: share })).then(
      (done) => tell({ ...done, progress: null }),
      (error: unknown) =>
        tell({
          refused:
            error instanceof Stopped
              ? 'Stopped. The takes are kept.'
              : `The analysis stopped (${String(error)}). The takes are kept; press Space to play them again.`,
          progress: null,
        }),
    );
    return () => {
      current = false;
    };
  }, [key, id, channel, bits]);
  const stop = () => analysisLink.stop();
  if (key === '') return { report: null, refused: null, progress: null, stop };
  return { ...(working.key === key ? working : NOTHING_YET), stop };
}

async function analyse(
  ids: string[],
  sensor: { id: string; channel: string },
  bits: number,
  progress: (share: number) => void,
): Promise<Pick<Working, 'report' | 'refused'>> {
  const takes = await loadTakes(ids);
  const job = {
    bits,
    sensor: sensor.id,
    takes: takes.map((t) => ({ id: t.id, role: t.role, tUs: t.tUs, counts: columnOf(t, sensor.channel) })),
  };
  const result = await analysisLink.calibrate(job, progress);
  return result.ok
    ? { report: result.value, refused: null }
    : { report: null, refused: `${sentence(result.faults[0].says)}.` };
}

/** What the maker moved by hand: by how much, so that it holds when a newer report moves what it was moved from. */
interface Draft {
  sensor: string;
  on: number;
  off: number;
  holdOffMs: number;
}

/** What is proposed, what is accepted, and how to get from one to the other. @param report of the takes that stand */
export function useProposal(sensor: Sensor, report: LevelReport | null) {
  const { voices } = useInstrument();
  const changeSensor = useChangeSensor();
  const changeVoices = useChangeVoices();
  const [draft, setDraft] = useState<Draft | null>(null);
  const accepted = sensor.calibration ?? null;
  const sameTakes = accepted !== null && report !== null && sameIds(accepted.takes, report.calibration.takes);
  const base: Calibration | null = sameTakes ? accepted : (report?.calibration ?? accepted);
  const shown = base && moved(base, sensor.id, draft);
  const waits = shown !== null && shown !== accepted;

  /** Moves what is shown. @param next makes the choice from the one before, whichever press came last */
  const move = useCallback(
    (next: (before: Choice) => Choice) =>
      base &&
      setDraft((before) => {
        const from = choiceOf(base);
        const to = choiceOf(withChoice(base, next(choiceOf(moved(base, sensor.id, before)))));
        const by = { on: to.on - from.on, off: to.off - from.off, holdOffMs: to.holdOffMs - from.holdOffMs };
        return { sensor: sensor.id, ...by };
      }),
    [base, sensor.id],
  );
  const accept = (): boolean => {
    if (!shown || !waits) return false;
    const medium = report?.played.find((t) => t.role === 'medium');
    const mark = (medium && gestureMark(medium)) ?? sensor.mark;
    const calibration = { ...shown, measuredAt: new Date().toISOString() };
    const changed = changeSensor(
      sensor.id,
      `${sensor.name} calibrated: on ${shown.on}, reach ${shown.reach.up}`,
      (s) => ({ ...s, calibration, mark }),
      true,
    );
    if (!changed) return false;
    if (!voices.some((v) => v.sensor === sensor.id))
      changeVoices('first voices', (v) => [...v, ...breathVoices(sensor.id, calibration)]);
    else if (calibration.attack)
      changeVoices('velocity measured', (list) =>
        list.map((v) => (v.sensor === sensor.id ? remeasured(v, calibration) : v)),
      );
    setDraft(null);
    return true;
  };
  return { shown, waits, move, accept, forget: () => setDraft(null) };
}

function moved(base: Calibration, sensor: string, draft: Draft | null): Calibration {
  if (draft?.sensor !== sensor) return base;
  const { on, off, holdOffMs } = choiceOf(base);
  return withChoice(base, {
    on: on + draft.on,
    off: off + draft.off,
    holdOffMs: holdOffMs + draft.holdOffMs,
  });
}

/** A voice whose full velocity is what a loud attack reaches in its window. */
const remeasured = (voice: Voice, calibration: Calibration): Voice =>
  voice.velocity
    ? { ...voice, velocity: { ...voice.velocity, full: fullAttack(calibration, voice.velocity.windowMs) } }
    : voice;

const sameIds = (a: readonly string[], b: readonly string[]) => [...a].sort().join() === [...b].sort().join();
