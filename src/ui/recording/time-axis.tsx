import type { Span } from '@/workers/desk';
import styles from './recording.module.css';

/** Round times under the lanes. @param left room for names, px */
export function TimeAxis({ view: { fromUs, toUs }, left }: { view: Span; left: number }) {
  const span = toUs - fromUs;
  const raw = span / 6;
  const power = 10 ** Math.floor(Math.log10(raw));
  const step = [1, 2, 5, 10].map((m) => m * power).find((s) => s >= raw)!;
  const digits = Math.max(0, Math.ceil(-Math.log10(step / 1e6)));
  const ticks: number[] = [];
  for (let t = Math.ceil(fromUs / step) * step; t <= toUs; t += step) ticks.push(t);
  return (
    <div className={styles.axis} aria-hidden="true">
      {ticks.map((t) => (
        <span
          key={t}
          data-last={(t - fromUs) / span > 0.97 || undefined}
          style={{ left: `calc(${left}px + (100% - ${left}px) * ${(t - fromUs) / span})` }}
        >
          {(t / 1e6).toFixed(digits)} s
        </span>
      ))}
    </div>
  );
}
