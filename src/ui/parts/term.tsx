'use client';

import { useId, useRef, type ReactNode } from 'react';
import { TERMS, type TermId } from './terms';
import styles from './term.module.css';

/** A word that opens its sentence at the place: by pointer, by touch, and by key. */
export function Term({ is, children }: { is: TermId; children: ReactNode }) {
  const id = useId();
  const note = useRef<HTMLSpanElement>(null);
  const show = (by: HTMLElement) => {
    const own = note.current;
    if (!own?.showPopover || own.matches(':popover-open')) return;
    const { left, bottom } = by.getBoundingClientRect();
    own.style.left = `${Math.max(8, Math.min(left, innerWidth - WIDTH - 8))}px`;
    own.style.top = `${bottom + 6}px`;
    own.showPopover();
  };
  const hide = () => {
    const own = note.current;
    if (own?.showPopover && own.matches(':popover-open')) own.hidePopover();
  };
  return (
    <>
      <button
        type="button"
        className={styles.term}
        aria-label={children === '?' ? `What is ${is}?` : undefined}
        aria-describedby={id}
        onClick={(e) => show(e.currentTarget)}
        onFocus={(e) => show(e.currentTarget)}
        onPointerEnter={(e) => e.pointerType === 'mouse' && show(e.currentTarget)}
        onPointerLeave={(e) => e.pointerType === 'mouse' && hide()}
        onBlur={hide}
      >
        {children}
      </button>
      <span ref={note} id={id} role="tooltip" popover="manual" className={styles.note}>
        {TERMS[is]}
      </span>
    </>
  );
}

/** Of a sentence, px. */
const WIDTH = 320;
