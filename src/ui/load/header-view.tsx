import styles from './load.module.css';

/** The generated header, to be read before it is trusted. */
export function HeaderView({ text }: { text: string }) {
  return (
    <details open className={styles.header}>
      <summary>instrument.h, cheironom_config.h, instrument.c: {text.split('\n').length} lines</summary>
      <pre tabIndex={0} aria-label="The header, as the board gets it">
        {text}
      </pre>
    </details>
  );
}
