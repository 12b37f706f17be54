'use client';

import { useId, type ComponentProps, type ReactNode } from 'react';
import styles from './field.module.css';

/** What a field has around what is typed: its label close above, and a sentence close below. */
interface Around {
  label?: string;
  helper?: ReactNode;
  /** Why it was refused: said beside it, as an alert. */
  refused?: string;
  /** Whether it is as wide as what it stands in. */
  wide?: boolean;
}

/** A field that is typed into. */
export function Field({ label, helper, refused, wide, ...input }: ComponentProps<'input'> & Around) {
  const id = useId();
  return (
    <Framed {...{ label, helper, refused, wide, id }}>
      <input {...input} id={id} aria-invalid={refused !== undefined} />
    </Framed>
  );
}

/** The same for several lines: as high as what is in it. */
export function Lines({ label, helper, refused, wide, ...area }: ComponentProps<'textarea'> & Around) {
  const id = useId();
  return (
    <Framed {...{ label, helper, refused, wide, id }}>
      <textarea {...area} id={id} aria-invalid={refused !== undefined} />
    </Framed>
  );
}

/** One of a few. */
export function Choice({ label, ...select }: ComponentProps<'select'> & Pick<Around, 'label'>) {
  const id = useId();
  return (
    <Framed {...{ label, id }}>
      <select {...select} id={id} />
    </Framed>
  );
}

function Framed({
  label,
  helper,
  refused,
  wide,
  id,
  children,
}: Around & { id: string; children: ReactNode }) {
  return (
    <div className={`${styles.field} ${wide ? styles.wide : ''}`}>
      {label && <label htmlFor={id}>{label}</label>}
      {children}
      {refused === undefined ? (
        helper && <small>{helper}</small>
      ) : (
        <small role="alert" className={styles.refused}>
          {refused}
        </small>
      )}
    </div>
  );
}
