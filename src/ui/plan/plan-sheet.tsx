'use client';

import { kindOf } from '@/core/kinds/registry';
import type { Plan } from '@/core/plan/plan';
import { useInstrument } from '../hooks/use-session';
import { numberWords } from './number-words';
import styles from './plan-sheet.module.css';

/** The plan on paper: pins, wiring, parts, steps. Shown only in print. */
export function PlanSheet({ plan }: { plan: Plan }) {
  const instrument = useInstrument();
  const nameOf = (id: string) => instrument.sensors.find((s) => s.id === id)?.name ?? id;
  return (
    <article className={styles.sheet} aria-hidden>
      <h1>
        {instrument.name} <small>{instrument.about}</small>
      </h1>
      {plan.boards.map(({ board, wires }, i) => (
        <section key={board}>
          <h2>
            {instrument.boards[i].name}: {instrument.boards[i].bits} bits, {instrument.boards[i].supplyVolts}{' '}
            V, {instrument.boards[i].scanHz} scans a second
          </h2>
          <ul>
            {wires?.map((w) => (
              <li key={w.signal.label}>
                <b>{w.pin ?? '–'}</b> {w.signal.label}
              </li>
            ))}
          </ul>
        </section>
      ))}
      <section>
        <h2>Sensors</h2>
        <ul>
          {instrument.sensors.map((s) => (
            <li key={s.id}>
              <b>{s.name}</b> {kindOf(s).name},{' '}
              {s.lanes.length === 1 ? 'one lane' : `${s.lanes.length} lanes`}
            </li>
          ))}
        </ul>
      </section>
      <section>
        <h2>Parts</h2>
        <ul>
          {plan.parts.map((p, i) => (
            <li key={i}>
              <b>{p.count} ×</b> {p.name}, {numberWords(p.count * p.cost)} ({nameOf(p.for)})
            </li>
          ))}
        </ul>
      </section>
      <section className={styles.steps}>
        <h2>Steps</h2>
        <ol>
          {plan.steps.map((s) => (
            <li key={s.id}>
              ☐ {s.for === 'the instrument' ? '' : `${s.for}: `}
              {s.does} {s.check && <em>{s.check}</em>} {s.care && <strong>{s.care}</strong>}
            </li>
          ))}
        </ol>
      </section>
    </article>
  );
}
