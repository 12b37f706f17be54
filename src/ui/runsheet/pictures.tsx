import { countAt } from '@/core/ways/level/lane-level';
import { laneRange, levelOf } from '@/core/ways/registry';
import type { Response } from '@/core/instrument/response';
import type { Sensor } from '@/core/instrument/sensor';
import { kindOf } from '@/core/kinds/registry';
import { curveOf } from '@/core/shape/families';

/** Rest and reach on the whole converter. @param top highest count */
export function RangePicture({ sensor, top }: { sensor: Sensor; top: number }) {
  const c = levelOf(sensor);
  if (!c) return null;
  const x = (count: number) => (92 * count) / top;
  const ends = [c.rest, countAt(c, c.up.reach), c.down ? countAt(c, c.down.reach, 'down') : c.rest];
  const [low, high] = [Math.min(...ends), Math.max(...ends)];
  return (
    <svg viewBox="0 0 92 20" width="92" height="20" aria-hidden="true">
      <rect x="0" y="7" width="92" height="6" fill="var(--line)" />
      <rect x={x(low)} y="7" width={x(high - low)} height="6" fill={`var(--${kindOf(sensor).family})`} />
      <rect x={x(c.rest) - 1} y="2" width="2" height="16" fill="var(--ink)" />
    </svg>
  );
}

/** How far each measured lane goes from its rest, beside each other; a gap for one that was not measured. */
export function LanesPicture({ sensor }: { sensor: Sensor }) {
  const travel = sensor.lanes.map(({ id }) => laneRange(sensor, id)?.travel ?? 0);
  if (travel.every((t) => t === 0)) return null;
  const most = Math.max(1, ...travel);
  const width = 92 / travel.length;
  return (
    <svg viewBox="0 0 92 24" width="92" height="24" aria-hidden="true">
      {travel.map((t, i) => (
        <rect
          key={sensor.lanes[i].id}
          x={i * width + width * 0.12}
          y={23 - (22 * t) / most}
          width={width * 0.76}
          height={Math.max(1, (22 * t) / most)}
          fill={`var(--${kindOf(sensor).family})`}
        />
      ))}
    </svg>
  );
}

export function CurvePicture({ sensor, response }: { sensor: Sensor; response: Response }) {
  const curve = curveOf(response);
  const d = Array.from(
    { length: 25 },
    (_, i) => `${i === 0 ? 'M' : 'L'}${2 + (66 * i) / 24} ${26 - 24 * curve(i / 24)}`,
  ).join('');
  return (
    <svg viewBox="0 0 70 28" width="70" height="28" aria-hidden="true">
      <path d={d} fill="none" stroke={`var(--${kindOf(sensor).family})`} strokeWidth="2" />
    </svg>
  );
}
