'use client';

import { Button } from '@mui/material';
import dynamic from 'next/dynamic';
import { useState } from 'react';
import type { Instrument } from '@/core/instrument/document';
import { shapedPorts } from '@/core/kinds/ports';
import { kindOf } from '@/core/kinds/registry';
import { useInstrument } from '../hooks/use-session';
import type { Target } from './played-of';
import type { Shaping } from './use-shape';

const CopyDialog = dynamic(() => import('./copy-dialog').then((m) => m.CopyDialog));

/** Gives this curve to others: what would change is shown first. */
export function CopyPart({ shaping }: { shaping: Shaping }) {
  const instrument = useInstrument();
  const [open, setOpen] = useState(false);
  const targets = targetsOf(instrument, shaping);
  if (targets.length === 0) return null;
  return (
    <>
      <Button size="small" onClick={() => setOpen(true)}>
        Give it to others…
      </Button>
      {open && <CopyDialog {...{ shaping, targets }} close={() => setOpen(false)} />}
    </>
  );
}

/** Other ports that carry the same: of calibrated sensors. */
const targetsOf = ({ sensors }: Instrument, { sensor, port }: Shaping): Target[] => {
  const { carries } = kindOf(sensor).ports[port];
  return sensors.flatMap((s) =>
    s.calibration
      ? shapedPorts(s)
          .filter((p) => kindOf(s).ports[p].carries === carries && (s.id !== sensor.id || p !== port))
          .map((p) => ({ sensor: s, port: p }))
      : [],
  );
};
