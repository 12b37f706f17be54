'use client';

import { keeps, type Figure } from '@/core/parts/figure';
import { moneyWords, numberWords } from './number-words';
import styles from './plan.module.css';

/** A figure with its gauge, and what would cure it; it opens its formula with the numbers put in. */
export function FigureLine({ figure, cure }: { figure: Figure; cure?: string }) {
  const { name, value, unit, limit, atLeast, note, formula, numbers } = figure;
  const full = fullness(figure);
  const words = figure.money ? moneyWords : numberWords;
  return (
    <details className={styles.figure} data-over={!keeps(figure)}>
      <summary>
        <span>{name}</span>
        <strong>
          {words(value)} <small>{unit}</small>
        </strong>
        {cure && <em>{cure}</em>}
        {full !== null && (
          <i aria-hidden>
            <b style={{ width: `${100 * Math.min(1, full)}%` }} />
          </i>
        )}
      </summary>
      <p>
        <code>{formula}</code>
      </p>
      <ul>
        {numbers.map((n, i) => (
          <li key={i}>
            {n.name} = {words(n.value)} {n.unit}
          </li>
        ))}
        {limit !== null && (
          <li>
            {atLeast ? 'at least' : 'at most'} {numberWords(limit)} {unit}
            {note && `: ${note}`}
          </li>
        )}
      </ul>
    </details>
  );
}

/** How full a budget is, 0 … 1 and more; null where nothing limits it. */
const fullness = ({ value, limit, atLeast }: Figure): number | null =>
  limit === null || limit === 0 ? null : atLeast ? limit / Math.max(value, 1e-9) : value / limit;
