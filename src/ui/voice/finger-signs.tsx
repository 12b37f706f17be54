import styles from './voice.module.css';

const SAYS: Readonly<Record<string, string>> = { 1: 'down', 0: 'up', x: 'either' };
/** What a click makes of a sign. */
const NEXT: Readonly<Record<string, string>> = { 1: '0', 0: 'x', x: '1' };

export const signSays = (sign: string): string => SAYS[sign];
export const nextSign = (sign: string): string => NEXT[sign];

/**
 * Signs that may stand in a table: those that were asked for, where another fingering has them the next of the sign that
 * changed, null where it has those too.
 */
export function freeSigns(before: string, asked: string, taken: (keys: string) => boolean): string | null {
  if (!taken(asked)) return asked;
  const at = Array.from(asked).findIndex((sign, i) => sign !== before[i]);
  const further = asked.slice(0, at) + nextSign(asked[at]) + asked.slice(at + 1);
  return taken(further) ? null : further;
}

/** Fingers as dots: full where they are down, open where they are up, a dash where it does not matter. */
export function FingerSigns({ keys, set }: { keys: string; set: (keys: string) => void }) {
  return (
    <span className={styles.signs}>
      {Array.from(keys, (sign, i) => (
        <button
          key={i}
          type="button"
          data-sign={sign}
          aria-label={`Finger ${i + 1}: ${signSays(sign)}`}
          onClick={() => set(keys.slice(0, i) + nextSign(sign) + keys.slice(i + 1))}
        />
      ))}
    </span>
  );
}
