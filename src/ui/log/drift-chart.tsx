'use client';

import { Chart, LineController, LineElement, LinearScale, PointElement, type ChartOptions } from 'chart.js';
import { useMemo } from 'react';
import { Chart as ChartView } from 'react-chartjs-2';
import type { Sensor } from '@/core/instrument/sensor';
import { laneRange } from '@/core/ways/registry';
import type { KeptCheckUp } from '@/store/database';
import { READING_FACE } from '../parts/chart-fonts';
import { useColours, type Colours } from '../parts/colours';
import { timeOf } from '../parts/day-words';
import { dayWords } from '../parts/words';
import styles from './log.module.css';

Chart.register(LineController, LineElement, LinearScale, PointElement);

/** Days of the ordinate: a check-up a point. */
const DAY_MS = 86_400_000;

/** How far each lane of a sensor lay from where it was measured to rest, check-up after check-up, with the room where it was typed. */
export function DriftChart({ sensor, checkUps }: { sensor: Sensor; checkUps: readonly KeptCheckUp[] }) {
  const colours = useColours();
  const lines = useMemo(() => drifts(sensor, checkUps), [sensor, checkUps]);
  const room = checkUps.filter(({ celsius, humidity }) => celsius !== undefined || humidity !== undefined);
  const seen = lines.flatMap((l) => l.points);
  const data = useMemo(
    () => ({
      datasets: lines.map(({ points }) => ({
        data: points,
        borderColor: colours.live,
        backgroundColor: colours.live,
        borderWidth: lines.length > 1 ? 1 : 2,
        pointRadius: lines.length > 1 ? 2 : 4,
      })),
    }),
    [lines, colours],
  );
  const options = useMemo(() => optionsOf(seen, colours), [seen, colours]);
  if (!sensor.calibration) return null;
  return (
    <section>
      <h2 className={styles.chartHead}>{sensor.name}: rest, from where it was measured to rest, counts</h2>
      {seen.length < 2 ? (
        <p className={styles.quiet}>
          Two check-ups at which it lay still draw a line here. Choose another sensor with ↑ ↓.
        </p>
      ) : (
        <div
          className={styles.chart}
          role="img"
          aria-label={`Rest of ${sensor.name} at ${checkUps.length} check-ups`}
        >
          <ChartView role="presentation" type="line" data={data} options={options} />
        </div>
      )}
      {room.length > 0 && (
        <p className={styles.quiet}>
          The room:{' '}
          {room
            .slice(-8)
            .map(({ at, celsius, humidity }) =>
              [
                dayWords(at),
                ...(celsius === undefined ? [] : [`${celsius} °C`]),
                ...(humidity === undefined ? [] : [`${humidity} %`]),
              ].join(' '),
            )
            .join('; ')}
        </p>
      )}
    </section>
  );
}

/** A line a lane: days, and counts from the rest that was measured. */
function drifts(sensor: Sensor, checkUps: readonly KeptCheckUp[]): { points: { x: number; y: number }[] }[] {
  return sensor.lanes.flatMap(({ id }) => {
    const range = laneRange(sensor, id);
    if (!range) return [];
    const points = checkUps.flatMap(({ at, lanes }) => {
      const own = lanes.find((l) => l.sensor === sensor.id && l.lane === id);
      return !own || own.rest === null ? [] : [{ x: Date.parse(at) / DAY_MS, y: own.rest - range.rest }];
    });
    return points.length > 0 ? [{ points }] : [];
  });
}

function optionsOf(points: readonly { x: number; y: number }[], c: Colours): ChartOptions<'line'> {
  const font = { family: READING_FACE, size: 12 };
  const far = Math.ceil(1.1 * points.reduce((most, { y }) => Math.max(most, Math.abs(y)), 4));
  const days = points.map(({ x }) => x);
  const isOneDay = spanOf(days) < 1;
  const words = isOneDay ? timeOf : dayWords;
  return {
    ...{ animation: false, maintainAspectRatio: false, events: [] },
    scales: {
      x: {
        ...{ type: 'linear', grid: { display: false } },
        ticks: {
          color: c.soft,
          font,
          maxTicksLimit: 6,
          callback: (v) => words(new Date(Number(v) * DAY_MS).toISOString()),
        },
      },
      y: {
        ...{ min: -far, max: far, grid: { color: c.faint } },
        ticks: { color: c.soft, font, maxTicksLimit: 7, precision: 0 },
      },
    },
    plugins: { legend: { display: false } },
  };
}

const spanOf = (values: readonly number[]): number =>
  values.reduce((a, b) => Math.max(a, b), -Infinity) - values.reduce((a, b) => Math.min(a, b), Infinity);
