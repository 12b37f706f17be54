'use client';

import { useCallback, useState } from 'react';
import { choiceOf, withChoice, type Choice } from '@/core/calibrate/choice';
import type { LevelReport } from '@/core/calibrate/level-types';
import { levelOf } from '@/core/instrument/access';
import type { LevelCalibration } from '@/core/instrument/calibration';
import type { Sensor } from '@/core/instrument/sensor';
import { useAcceptCalibration } from './use-accept';

/** What the maker moved by hand: by how much, so that it holds when a newer report moves what it was moved from. */
interface Draft {
  sensor: string;
  on: number;
  off: number;
  holdOffMs: number;
}

/** What is proposed, what is accepted, and how to get from one to the other. @param report of the takes that stand */
export function useProposal(sensor: Sensor, report: LevelReport | null) {
  const acceptCalibration = useAcceptCalibration(sensor);
  const [draft, setDraft] = useState<Draft | null>(null);
  const accepted = levelOf(sensor);
  const sameTakes = accepted !== null && report !== null && sameIds(accepted.takes, report.calibration.takes);
  const base: LevelCalibration | null = sameTakes ? accepted : (report?.calibration ?? accepted);
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
    const calibration = { ...shown, measuredAt: new Date().toISOString() };
    const says = `${sensor.name} calibrated: on ${shown.on}, reach ${shown.reach.up}`;
    const mark = report?.mark ?? sensor.mark;
    if (!acceptCalibration(calibration, says, mark)) return false;
    setDraft(null);
    return true;
  };
  return { shown, waits, move, accept, forget: () => setDraft(null) };
}

function moved(base: LevelCalibration, sensor: string, draft: Draft | null): LevelCalibration {
  if (draft?.sensor !== sensor) return base;
  const { on, off, holdOffMs } = choiceOf(base);
  return withChoice(base, {
    on: on + draft.on,
    off: off + draft.off,
    holdOffMs: holdOffMs + draft.holdOffMs,
  });
}

/** Whether two calibrations come from the same takes. */
export const sameIds = (a: readonly string[], b: readonly string[]) =>
  [...a].sort().join() === [...b].sort().join();
