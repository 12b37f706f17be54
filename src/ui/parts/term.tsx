'use client';

import Tooltip from '@mui/material/Tooltip';
import { useState, type ReactNode } from 'react';
import { TERMS, type TermId } from './terms';
import styles from './term.module.css';

/** A word that opens its sentence at the place: by pointer, by touch, and by key. */
export function Term({ is, children }: { is: TermId; children: ReactNode }) {
  const [open, setOpen] = useState(false);
  return (
    <Tooltip
      title={TERMS[is]}
      open={open}
      onOpen={() => setOpen(true)}
      onClose={() => setOpen(false)}
      enterTouchDelay={0}
      leaveTouchDelay={6000}
    >
      <button
        type="button"
        className={styles.term}
        aria-label={children === '?' ? `What is ${is}?` : undefined}
        onClick={() => setOpen(true)}
      >
        {children}
      </button>
    </Tooltip>
  );
}
