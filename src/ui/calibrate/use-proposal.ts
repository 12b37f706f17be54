'use client';

import { levelsOf } from '@/core/ways/level/level-of';
import { useCallback, useMemo } from 'react';
import type { LevelCalibration } from '@/core/ways/level/calibration';
import { withKept, withMarks } from '@/core/ways/kept';
import { choiceOf, withChoice, withMoved, type Choice } from '@/core/ways/level/choice';
import type { LevelReport } from '@/core/ways/level/report';
import { countAt, laneLevel, type LaneLevel } from '@/core/ways/level/lane-level';
import type { Sensor } from '@/core/instrument/sensor';
import { useSession, useWorkspace } from '../hooks/use-session';
import { useAcceptCalibration } from './use-accept';

/** What is proposed for a lane, what is accepted, and how to get from one to the other. @param report of the takes that stand */
export function useProposal(sensor: Sensor, lane: string, report: LevelReport | null) {
  const acceptCalibration = useAcceptCalibration(sensor);
  const { workspace } = useSession();
  const draft = useWorkspace((s) => s.drafts[sensor.id]) ?? null;
  const accepted = levelsOf(sensor);
  const sameTakes = accepted !== null && report !== null && sameIds(accepted.takes, report.calibration.takes);
  const proposed = useMemo(
    () => report && (withKept(accepted ?? undefined, report.calibration) as LevelCalibration),
    [accepted, report],
  );
  const from = sameTakes ? accepted : (proposed ?? accepted);
  const base = (from && laneLevel(from, lane)) ?? null;
  const shown = base && moved(base, draft);
  const waits = shown !== null && (shown !== base || from !== accepted);

  /** Moves what is shown. @param next makes the choice from the one before, whichever press came last */
  const move = useCallback(
    (next: (before: Choice) => Choice) => {
      if (!base) return;
      const from = choiceOf(base);
      const before = choiceOf(moved(base, workspace.store.getState().drafts[sensor.id] ?? null));
      const to = choiceOf(withChoice(base, next(before)));
      const by = { on: to.on - from.on, off: to.off - from.off, holdOffMs: to.holdOffMs - from.holdOffMs };
      workspace.draft(sensor.id, by, `${movedWord(before, to)} moved`);
    },
    [base, sensor.id, workspace],
  );
  const accept = (): boolean => {
    if (!from || !shown || !waits) return false;
    // What a hand moves is measured no later for it.
    const measuredAt = from === accepted ? accepted.measuredAt : new Date().toISOString();
    const calibration = { ...chosenOf(from, base, shown), measuredAt };
    const { up } = shown;
    const says = `${sensor.name} calibrated: on ${countAt(shown, up.on)}, reach ${countAt(shown, up.reach)}`;
    const mark = report?.mark ?? sensor.mark;
    return acceptCalibration(calibration, says, mark, report?.findings);
  };
  return { shown, waits, move, accept, proposed: waits ? chosenOf(from!, base!, shown) : null };
}

/** What is proposed, as it was moved by hand. */
const chosenOf = (from: LevelCalibration, base: LaneLevel | null, shown: LaneLevel): LevelCalibration =>
  shown === base ? from : withMarks(from, withMoved(from, shown));

function moved(base: LaneLevel, by: Choice | null): LaneLevel {
  if (!by) return base;
  const { on, off, holdOffMs } = choiceOf(base);
  return withChoice(base, { on: on + by.on, off: off + by.off, holdOffMs: holdOffMs + by.holdOffMs });
}

/** Which of a choice was moved. */
const movedWord = (from: Choice, to: Choice): string =>
  from.on !== to.on ? '“on”' : from.off !== to.off ? '“off”' : 'hold-off';

/** Whether two calibrations come from the same takes. */
export const sameIds = (a: readonly string[], b: readonly string[]) =>
  [...a].sort().join() === [...b].sort().join();
