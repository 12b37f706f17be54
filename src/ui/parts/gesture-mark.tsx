import type { Sensor } from '@/core/instrument/sensor';
import { kindOf } from '@/core/kinds/registry';

/** Before a sensor has a medium take of its own: a level line with a dot, "nothing drawn yet". */
const UNMEASURED = 'M2 16 H42';

/** The shape of a sensor's own medium take as one small stroke; stands before the sensor's name. */
export function GestureMark({ sensor, width = 44 }: { sensor: Sensor; width?: number }) {
  const { mark } = sensor;
  const d =
    mark && mark.length > 1
      ? mark
          .map(
            (y, i) =>
              `${i === 0 ? 'M' : 'L'}${(2 + (40 * i) / (mark.length - 1)).toFixed(1)} ${(18 - 15 * y).toFixed(1)}`,
          )
          .join('')
      : UNMEASURED;
  return (
    <svg viewBox="0 0 44 22" width={width} height={width / 2} aria-hidden="true">
      <path
        d={d}
        fill="none"
        stroke={`var(--${kindOf(sensor).family})`}
        strokeWidth="2"
        strokeLinejoin="round"
        strokeLinecap="round"
        strokeDasharray={mark ? undefined : '3 4'}
      />
    </svg>
  );
}
