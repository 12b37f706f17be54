import { leadsOf, type Circuit } from '@/core/parts/circuit';
import styles from './plan.module.css';

const [WIDTH, HEIGHT, X, SUPPLY, GROUND, NODE] = [300, 160, 116, 18, 138, 78];

/** How a lane of a sensor is wired: supply above, ground below, its pin at the right; each element with its value. */
export function CircuitDrawing({
  circuit,
  pin,
  supplyVolts,
  label,
}: {
  circuit: Circuit;
  pin: string;
  supplyVolts: number;
  label: string;
}) {
  const { box, up, from, down = [], bus } = circuit;
  const { supply, ground } = leadsOf(circuit);
  return (
    <svg viewBox={`0 0 ${WIDTH} ${HEIGHT}`} className={styles.circuit} role="img" aria-label={label}>
      {(supply || from) && (
        <>
          <line x1={20} x2={WIDTH - 20} y1={SUPPLY} y2={SUPPLY} />
          <text x={WIDTH - 20} y={SUPPLY - 4} textAnchor="end">
            {from ?? `${supplyVolts} V`}
          </text>
        </>
      )}
      {ground && (
        <>
          <line x1={20} x2={WIDTH - 20} y1={GROUND} y2={GROUND} strokeWidth={3} />
          <text x={WIDTH - 20} y={GROUND + 14} textAnchor="end">
            ground
          </text>
        </>
      )}
      {box && (
        <>
          <line x1={X} x2={X} y1={SUPPLY} y2={GROUND} />
          <rect x={X - 34} y={NODE - 26} width={68} height={52} />
          <text x={X - 40} y={NODE} textAnchor="end" className={styles.element}>
            {short(box)}
          </text>
        </>
      )}
      {up && <Element x={X} from={SUPPLY} to={NODE} word={short(up)} />}
      {down.map((word, i) => {
        const x = box ? X + 70 : X + i * 56;
        return (
          <g key={word}>
            {x !== X && <line x1={box ? X + 34 : X} x2={x} y1={NODE} y2={NODE} />}
            <Element x={x} from={NODE} to={GROUND} word={short(word)} below={i} />
          </g>
        );
      })}
      {!box && !up && down.length === 0 && (
        <>
          <circle cx={X - 14} cy={NODE} r={14} />
          <text x={X - 36} y={NODE + 4} textAnchor="end" className={styles.element}>
            pad
          </text>
        </>
      )}
      {bus ? (
        <text x={X + 44} y={NODE + 4}>
          data, clock → the bus
        </text>
      ) : (
        <>
          <line x1={box ? X + 34 : X} x2={WIDTH - 76} y1={NODE} y2={NODE} className={styles.lead} />
          <text x={WIDTH - 70} y={NODE + 5} className={styles.pinName}>
            {pin}
          </text>
        </>
      )}
    </svg>
  );
}

/** A part between two heights, its word beside it. */
function Element({
  x,
  from,
  to,
  word,
  below = 0,
}: {
  x: number;
  from: number;
  to: number;
  word: string;
  below?: number;
}) {
  const middle = (from + to) / 2;
  return (
    <g>
      <line x1={x} x2={x} y1={from} y2={to} />
      <rect x={x - 7} y={middle - 15} width={14} height={30} />
      <text x={x + 12} y={middle + 4 + 12 * (below % 2)} className={styles.element}>
        {word}
      </text>
    </g>
  );
}

/** Its word without article and comma. */
const short = (word: string): string => word.replace(/^(the|an?|each|its) /, '').replace(/,$/, '');
