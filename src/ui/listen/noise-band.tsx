import type { RestStatistics } from '@/core/signal/rest';
import styles from './listen.module.css';

/** Where rest and its noise lie on the whole converter, and magnified beside it. */
export function NoiseBand({ rest, bits }: { rest: RestStatistics | null; bits: number }) {
  const top = 2 ** bits - 1;
  if (!rest) return <p className={styles.note}>Rest and noise show here once it lies still for a second.</p>;
  const share = (100 * rest.rest) / top;
  // Its words stay within the scale, and the ends give way to them.
  const words = Math.min(92, Math.max(8, share));
  return (
    <figure className={styles.band}>
      <div
        className={styles.scale}
        role="img"
        aria-label={`Rest at ${rest.rest.toFixed(1)} of ${top} counts`}
      >
        <i style={{ left: `${share}%` }} />
      </div>
      <figcaption>
        <span>{share < 16 ? '' : 0}</span>
        <span style={{ left: `${words}%` }}>rest {rest.rest.toFixed(1)}</span>
        <span>{share > 84 ? '' : top}</span>
      </figcaption>
      <p className={styles.note}>
        Room above rest: {Math.round(top - rest.rest)} counts; below: {Math.round(rest.rest)}.
        {rest.driftPerMinute !== null && Math.abs(rest.driftPerMinute) > 2 * rest.noise
          ? ` It drifts by ${rest.driftPerMinute.toFixed(1)} counts a minute.`
          : ' No drift to speak of in these seconds.'}
      </p>
    </figure>
  );
}
