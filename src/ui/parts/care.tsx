import styles from './findings.module.css';

/** A caution, shown at the place where the work can hurt someone. */
export function Care({ children }: { children: string }) {
  return <p className={styles.causes}>{children}</p>;
}
