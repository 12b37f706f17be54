'use client';

import dynamic from 'next/dynamic';
import { useState } from 'react';
import type { Calibration } from '@/core/instrument/calibration';
import type { Sensor } from '@/core/instrument/sensor';
import styles from './calibrate.module.css';

const Provenance = dynamic(() => import('./provenance').then((m) => m.Provenance));
const Proposed = dynamic(() => import('./provenance').then((m) => m.Proposed));

/** Where a sensor's values come from, or what a proposal would change of them: loaded when it is opened. */
export function ProvenanceLater({ sensor, proposed }: { sensor: Sensor; proposed: Calibration | null }) {
  const [open, setOpen] = useState(false);
  const { calibration } = sensor;
  if (!calibration) return null;
  return (
    <details
      className={styles.provenance}
      open={open}
      onToggle={(e) => setOpen((e.target as HTMLDetailsElement).open)}
    >
      <summary>{proposed ? 'What would change' : 'Where these values come from, and what they were'}</summary>
      {open &&
        (proposed ? (
          <Proposed sensor={sensor} calibration={calibration} proposed={proposed} />
        ) : (
          <Provenance sensor={sensor} calibration={calibration} />
        ))}
    </details>
  );
}
