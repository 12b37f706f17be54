'use client';

import { useCallback, useEffect, useState } from 'react';
import { choiceOf, withChoice, type Choice } from '@/core/calibrate/choice';
import type { LevelReport } from '@/core/calibrate/level-types';
import { gestureMark } from '@/core/calibrate/mark';
import { breathVoices } from '@/core/instrument/create';
import type { Calibration, Sensor } from '@/core/instrument/document';
import { columnOf } from '@/core/signal/take';
import { loadTakes } from '@/store/takes';
import { analysisLink } from '@/workers/analysis-link';
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
          refused: `The analysis stopped (${String(error)}). The takes are kept; press Space to play them again.`,
          progress: null,
        }),
    );
    return () => {
      current = false;
    };
  }, [key, id, channel, bits]);
  const stop = () => {
    analysisLink.stop();
    setWorking((w) => ({ ...w, progress: null, refused: 'Stopped. The takes are kept.' }));
  };
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

/** What is proposed, what is accepted, and how to get from one to the other. */
export function useProposal(sensor: Sensor, report: LevelReport | null) {
  const { voices } = useInstrument();
  const changeSensor = useChangeSensor();
  const changeVoices = useChangeVoices();
  const [draft, setDraft] = useState<{ of: LevelReport; choice: Choice } | null>(null);
  const accepted = sensor.calibration ?? null;
  const sameTakes = accepted !== null && report !== null && sameIds(accepted.takes, report.calibration.takes);
  const base: Calibration | null = sameTakes ? accepted : (report?.calibration ?? accepted);
  const shown = base && draft && draft.of === report ? withChoice(base, draft.choice) : base;
  const waits = shown !== null && shown !== accepted;

  const move = useCallback((choice: Choice) => report && setDraft({ of: report, choice }), [report]);
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
    const on = choiceOf(shown).on;
    const attack = report?.readings.attack ?? null;
    if (!voices.some((v) => v.sensor === sensor.id))
      changeVoices('first voices', (v) => [...v, ...breathVoices(sensor.id, attack, on)]);
    else if (attack !== null)
      changeVoices('velocity measured', (list) =>
        list.map((v) =>
          v.sensor === sensor.id && v.velocity ? { ...v, velocity: { ...v.velocity, full: attack } } : v,
        ),
      );
    setDraft(null);
    return true;
  };
  return { shown, accepted, waits, move, accept };
}

const sameIds = (a: readonly string[], b: readonly string[]) => [...a].sort().join() === [...b].sort().join();
