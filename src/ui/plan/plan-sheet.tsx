'use client';

import { kindPlanOf } from '@/core/kinds/plans-registry';
import { boardOf } from '@/core/instrument/access';
import { factsOf } from '@/core/kinds/facts';
import { kindOf } from '@/core/kinds/registry';
import { leadsOf } from '@/core/parts/circuit';
import { counted } from '@/core/units/counted';
import type { Plan } from '@/core/plan/plan';
import { useInstrument } from '../hooks/use-session';
import { CircuitDrawing } from './circuit-drawing';
import { moneyWords } from './number-words';
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
            <Leads board={board} />
          </ul>
        </section>
      ))}
      <section className={styles.circuits}>
        <h2>Sensors</h2>
        <ul>
          {instrument.sensors.map((s) => {
            const circuit = kindPlanOf(s).circuit(factsOf(s));
            const { supplyVolts } = boardOf(instrument, s);
            const pins = s.lanes
              .flatMap(({ pin, otherPin }) => [pin, otherPin])
              .filter((p) => p !== undefined);
            return (
              <li key={s.id}>
                <b>{s.name}</b> {kindOf(s).name}, {counted(s.lanes.length, 'lane')}
                <CircuitDrawing
                  circuit={circuit}
                  pin={pins.length > 1 ? `${pins[0]} …` : (pins[0] ?? '–')}
                  supplyVolts={supplyVolts}
                  label=""
                />
              </li>
            );
          })}
        </ul>
      </section>
      <section>
        <h2>Parts</h2>
        <ul>
          {plan.parts.map((p, i) => (
            <li key={i}>
              <b>{p.count} ×</b> {p.name}, {moneyWords(p.count * p.cost)} {instrument.currency} (
              {nameOf(p.for)})
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

/** Which sensors the leads of supply and ground go to. */
function Leads({ board }: { board: string }) {
  const instrument = useInstrument();
  const own = instrument.sensors
    .filter((s) => s.board === board)
    .map((s) => ({ name: s.name, ...leadsOf(kindPlanOf(s).circuit(factsOf(s))) }));
  const { supplyVolts } = instrument.boards.find((b) => b.id === board)!;
  const names = (of: 'supply' | 'ground') => own.filter((s) => s[of]).map((s) => s.name);
  return (
    <>
      <li>
        <b>{supplyVolts} V</b> {names('supply').join(', ') || 'no sensor'}
      </li>
      <li>
        <b>ground</b> {names('ground').join(', ') || 'no sensor'}
      </li>
    </>
  );
}
