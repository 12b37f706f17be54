import type { ReactNode } from 'react';
import styles from './view-choice.module.css';

/** What stands below can be looked at in several ways; one of them is shown. @param children a note beside them */
export function ViewChoice<View extends string>({
  label,
  names,
  views = Object.keys(names) as View[],
  view,
  look,
  children,
}: {
  label: string;
  names: Readonly<Record<View, string>>;
  /** Those that there are now, all by default. */
  views?: readonly View[];
  view: View;
  look: (view: View) => void;
  children?: ReactNode;
}) {
  return (
    <div className={styles.views} role="group" aria-label={label}>
      {views.map((own) => (
        <button key={own} type="button" aria-pressed={own === view} onClick={() => look(own)}>
          {names[own]}
        </button>
      ))}
      {children !== undefined && <span>{children}</span>}
    </div>
  );
}
