'use client';

import { boardOf } from '@/core/instrument/access';
import type { PartSum } from '@/core/parts/figure';
import type { Sensor } from '@/core/instrument/sensor';
import { connectWords } from '@/core/parts/circuit';
import { factsOf } from '@/core/kinds/facts';
import { kindPlanOf } from '@/core/kinds/plans-registry';
import { kindOf } from '@/core/kinds/registry';
import { useChangeSensor } from '../hooks/use-change-sensor';
import { useInstrument, useSensor } from '../hooks/use-session';
import { NumberField } from '../parts/number-field';
import { CircuitDrawing } from './circuit-drawing';
import { FigureLine } from './figure-line';
import { numberWords } from './number-words';
import styles from './plan.module.css';

/** The chosen sensor's own numbers, and what they come to, on their curve. */
export function PartNumbers() {
  const instrument = useInstrument();
  const { sensor } = useSensor();
  const changeSensor = useChangeSensor();
  const { facts } = kindOf(sensor);
  const plan = kindPlanOf(sensor);
  const own = factsOf(sensor);
  const board = boardOf(instrument, sensor);
  const sums = plan.sums?.(own, board, sensor.lanes.length) ?? [];
  const curve = sums.find((s) => s.curve);
  return (
    <section className={styles.part} aria-label={`The part of ${sensor.name}`}>
      <h2>{sensor.name}: the part</h2>
      <div>
        <div className={styles.facts}>
          {Object.entries(facts).map(([name, fact]) => (
            <label key={name}>
              {fact.says}
              <span>
                <NumberField
                  label={fact.says}
                  value={own[name]}
                  low={fact.low}
                  high={fact.high}
                  step={stepOf(fact.low)}
                  whole={false}
                  unit={fact.unit}
                  set={(value) =>
                    changeSensor(sensor.id, fact.says, (s) => ({
                      ...s,
                      facts: { ...s.facts, [name]: value },
                    }))
                  }
                />{' '}
                {fact.unit}
              </span>
            </label>
          ))}
          {sums.map((s) => (
            <FigureLine key={s.name} figure={s} />
          ))}
        </div>
        <div>
          <CircuitDrawing
            circuit={plan.circuit(own)}
            pin={sensor.lanes[0].pin ?? 'its pin'}
            supplyVolts={board.supplyVolts}
            label={connectWords(plan.circuit(own), pinsOf(sensor), board.supplyVolts)}
          />
          <p className={styles.note}>{connectWords(plan.circuit(own), pinsOf(sensor), board.supplyVolts)}</p>
          {curve?.curve && <Curve of={curve.curve} />}
        </div>
      </div>
    </section>
  );
}

/** The pins of a sensor's lanes, those that are told. */
const pinsOf = ({ lanes }: Sensor): string[] =>
  lanes.flatMap(({ pin, otherPin }) => [pin, otherPin]).filter((p) => p !== undefined);

const [CURVE_WIDTH, CURVE_HEIGHT, LEFT, BELOW] = [360, 210, 44, 34];

/** A part's curve with the part on it, firm, and where it would be best, dashed. */
function Curve({ of: { points, at, best, x, y, ratios } }: { of: NonNullable<PartSum['curve']> }) {
  const turn = ratios ? Math.log : (v: number) => v;
  const xs = points.map(([v]) => turn(v));
  const ys = points.map(([, v]) => v);
  const [x0, x1, y1] = [Math.min(...xs), Math.max(...xs), Math.max(...ys, 1e-9)];
  const px = (v: number) =>
    LEFT + ((Math.min(x1, Math.max(x0, turn(v))) - x0) / (x1 - x0)) * (CURVE_WIDTH - LEFT - 12);
  const py = (v: number) => CURVE_HEIGHT - BELOW - (v / y1) * (CURVE_HEIGHT - BELOW - 14);
  const ends = [points[0][0], points[points.length - 1][0]];
  return (
    <svg
      viewBox={`0 0 ${CURVE_WIDTH} ${CURVE_HEIGHT}`}
      className={styles.curve}
      role="img"
      aria-label={`${y} against ${x}`}
    >
      <path d={`M${LEFT} 10 V${CURVE_HEIGHT - BELOW} H${CURVE_WIDTH - 8}`} className={styles.axis} />
      <text x={LEFT - 6} y={py(y1) + 4} textAnchor="end">
        {numberWords(y1)}
      </text>
      <text x={LEFT - 6} y={py(0)} textAnchor="end">
        0
      </text>
      {ends.map((end, i) => (
        <text key={i} x={px(end)} y={CURVE_HEIGHT - BELOW + 15} textAnchor={i === 0 ? 'start' : 'end'}>
          {numberWords(end)}
        </text>
      ))}
      <text x={(LEFT + CURVE_WIDTH) / 2} y={CURVE_HEIGHT - 4} textAnchor="middle">
        {x}
      </text>
      <text x={LEFT + 8} y={16}>
        {y}
      </text>
      <polyline points={points.map(([a, b]) => `${px(a)},${py(b)}`).join(' ')} className={styles.line} />
      {best && <line x1={px(best[0])} x2={px(best[0])} y1={py(0)} y2={py(best[1])} className={styles.best} />}
      <circle cx={px(at[0])} cy={py(at[1])} r={5} className={styles.at} />
    </svg>
  );
}

/** A step that suits numbers from this size on. */
const stepOf = (low: number): number => (low >= 1 ? 1 : low >= 0.05 ? 0.05 : 0.0001);
