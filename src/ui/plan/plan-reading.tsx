'use client';

import type { Instrument, Lights } from '@/core/instrument/document';
import { withoutLightsPast } from '@/core/instrument/lights';
import type { Figure } from '@/core/parts/figure';
import type { Plan } from '@/core/plan/plan';
import { withPins } from '@/core/plan/take-fit';
import type { PlanFinding } from '@/core/plan/findings';
import { useChangeInstrument } from '../hooks/use-change-sensor';
import { useInstrument } from '../hooks/use-session';
import { NumberField } from '../parts/number-field';
import { Pick } from '../parts/pick';
import { FigureLine } from './figure-line';
import styles from './plan.module.css';

/** The budgets, which move while the plan changes, and what is wrong or not needed. */
export function PlanReading({ plan }: { plan: Plan }) {
  const instrument = useInstrument();
  const change = useChangeInstrument();
  const several = instrument.boards.length > 1;
  const { lights } = instrument;
  return (
    <>
      {plan.boards.map(({ board, figures }, i) => (
        <section key={board} className={styles.budget} aria-label={`Budget of ${instrument.boards[i].name}`}>
          <h2>{several ? instrument.boards[i].name : 'The board'}</h2>
          {figures.map((f) => (
            <FigureLine key={f.name} figure={f} cure={cureOf(plan, board, f)} />
          ))}
        </section>
      ))}
      <section className={styles.budget} aria-label="From gesture to sound">
        <h2>From gesture to sound</h2>
        {plan.latency.map((f) => (
          <FigureLine key={f.name} figure={f} cure={cureOf(plan, null, f)} />
        ))}
      </section>
      <section className={styles.budget} aria-label="The whole">
        <h2>The whole</h2>
        {plan.figures.map((f) => (
          <FigureLine key={f.name} figure={f} cure={cureOf(plan, null, f)} />
        ))}
        <div className={styles.battery}>
          battery
          <NumberField
            label="Battery, mAh; 0 for a lead"
            value={instrument.batteryMah ?? 0}
            low={0}
            high={100_000}
            step={50}
            set={(mAh) =>
              change('battery', ({ batteryMah: _, ...rest }) =>
                mAh > 0 ? { ...rest, batteryMah: mAh } : rest,
              )
            }
          />
          mAh; 0: a lead
        </div>
        <div className={styles.battery}>
          lights
          <NumberField
            label="Lights, of three colours each"
            value={lights?.count ?? 0}
            low={0}
            high={500}
            set={(count) => change('lights', (own) => withLights(own, count, lights?.as ?? 'clocked'))}
          />
          {lights && (
            <Pick
              label="How the lights are wired"
              value={lights.as}
              options={LIGHT_WIRINGS}
              set={(as) => {
                change('lights', (own) => withLights(own, lights.count, as as Lights['as']));
              }}
            />
          )}
        </div>
      </section>
      <Findings findings={plan.findings} />
    </>
  );
}

/** What would cure a figure that is past its limit. @param about id of its board; null for the whole instrument */
const cureOf = ({ findings }: Plan, about: string | null, { name }: Figure): string | undefined =>
  findings.find((f) => f.figure === name && f.about === about)?.cure;

const LIGHT_WIRINGS: Record<Lights['as'], string> = {
  clocked: 'strip with a clock',
  strip: 'strip of one wire',
  single: 'one by one',
};

const withLights = (instrument: Instrument, count: number, as: Lights['as']): Instrument =>
  withPins({ ...withoutLightsPast(instrument, count), lights: count > 0 ? { count, as } : undefined });

function Findings({ findings }: { findings: readonly PlanFinding[] }) {
  const savings = findings.filter((f) => f.code === 'not-needed');
  const shown = findings.filter((f) => f.code !== 'not-needed').sort((a, b) => rank(a) - rank(b));
  return (
    <section className={styles.budget} aria-label="Findings">
      {shown.map((f) => (
        <article key={`${f.code} ${f.about} ${f.says}`} className={styles.finding} data-severity={f.severity}>
          <b>{f.says}</b>
          <p>{f.cure}</p>
        </article>
      ))}
      {savings.length > 0 && (
        <>
          <h2>Savings</h2>
          <ul className={styles.savings}>
            {[...new Set(savings.map((f) => f.says))].map((says) => (
              <li key={says}>{says}</li>
            ))}
          </ul>
        </>
      )}
    </section>
  );
}

const rank = ({ severity }: PlanFinding) => ['fault', 'doubt', 'hint'].indexOf(severity);
