'use client';

import { withPrice, type PartLine } from '@/core/plan/parts-list';
import { useChangeInstrument } from '../hooks/use-change-sensor';
import { useInstrument } from '../hooks/use-session';
import { Field } from '../parts/field';
import { NumberField } from '../parts/number-field';
import { moneyWords } from './number-words';
import styles from './plan.module.css';

/** What to buy, with the values of its parts, at prices that can be typed. */
export function Parts({ parts }: { parts: readonly PartLine[] }) {
  const { currency = '', prices = [] } = useInstrument();
  const change = useChangeInstrument();
  const sum = parts.reduce((n, p) => n + p.count * p.cost, 0);
  const lines = [...new Map(parts.map((p) => [p.name, p])).values()].map((p) => ({
    ...p,
    count: parts.reduce((n, other) => n + (other.name === p.name ? other.count : 0), 0),
    typed: prices.some((t) => t.part === p.name),
  }));
  return (
    <section className={styles.parts} aria-label="Parts">
      <h2>
        Parts{' '}
        <small>
          {moneyWords(sum)} {currency} in all; prices that you have not typed are invented
        </small>
      </h2>
      <label>
        currency
        <Field
          defaultValue={currency}
          key={currency}
          placeholder="€"
          onBlur={(e) => {
            const next = e.target.value.trim();
            if (next !== currency)
              change('currency', ({ currency: _, ...own }) => (next ? { ...own, currency: next } : own));
          }}
          onKeyDown={(e) => e.key === 'Enter' && (e.target as HTMLElement).blur()}
          maxLength={6}
          aria-label="Currency"
          style={{ width: '5ch' }}
        />
      </label>
      <ul>
        {lines.map((p) => (
          <li key={p.name} data-typed={p.typed}>
            <b>{p.count} ×</b>
            <span>{p.name}</span>
            <NumberField
              label={`Price of one ${p.name}`}
              value={p.cost}
              low={0}
              high={1_000_000}
              step={0.1}
              unit={currency}
              set={(cost) => change(`price of ${p.name}`, (own) => withPrice(own, p.name, cost))}
            />
            <code>{moneyWords(p.count * p.cost)}</code>
          </li>
        ))}
      </ul>
    </section>
  );
}
