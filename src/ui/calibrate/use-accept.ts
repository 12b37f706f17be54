'use client';

import { useCallback } from 'react';
import type { Finding } from '@/core/findings/finding';
import type { Calibration } from '@/core/instrument/calibration';
import type { Sensor } from '@/core/instrument/sensor';
import { withCalibration } from '@/core/kinds/with-calibration';
import { useSession } from '../hooks/use-session';

/** Puts a calibration into the instrument, as one step that is logged with what was found; what was moved by hand is in it. False where this tab only looks on. */
export function useAcceptCalibration({ id }: Sensor) {
  const { workspace } = useSession();
  return useCallback(
    (
      calibration: Calibration,
      says: string,
      mark: number[] | undefined,
      findings: readonly Finding[] = [],
    ): boolean => {
      const { history, readOnly } = workspace.store.getState();
      if (!history || readOnly) return false;
      const next = withCalibration(history.present, id, calibration, mark);
      return workspace.change(says, next, true, workspace.dropDraft(id), findings.map(foundWords));
    },
    [id, workspace],
  );
}

/** What was found of the takes, as the log tells it. */
const foundWords = ({ severity, says }: Finding): string => `found, ${severity}: ${says}`.slice(0, 300);
