'use client';

import { Chart, LineController, LineElement, LinearScale, PointElement, type ChartOptions } from 'chart.js';
import { useMemo } from 'react';
import { Chart as ChartView } from 'react-chartjs-2';
import { READING_FACE } from '../parts/chart-fonts';
import { useColours } from '../parts/colours';
import type { Compared } from './use-shape';
import styles from './shape.module.css';

Chart.register(LineController, LineElement, LinearScale, PointElement);

/** The maker's own takes, straight (dashed) and shaped (firm). */
export function BeforeAfter({ compared }: { compared: Compared }) {
  const c = useColours();
  const data = useMemo(() => {
    const line = { pointRadius: 0, borderWidth: 1.6 };
    const points = ({ values, strideUs }: Compared['after']['trace']) =>
      values.map((y, i) => ({ x: (i * strideUs) / 1e6, y }));
    return {
      datasets: [
        { ...line, borderColor: c.live, borderWidth: 2, data: points(compared.after.trace) },
        { ...line, borderColor: c.soft, borderDash: [4, 3], data: points(compared.before.trace) },
      ],
    };
  }, [compared, c]);
  const options = useMemo((): ChartOptions<'line'> => {
    const ticks = { color: c.soft, font: { family: READING_FACE, size: 12 } };
    const axis = { grid: { color: c.faint }, border: { color: c.line } };
    const { values, strideUs } = compared.after.trace;
    return {
      animation: false,
      maintainAspectRatio: false,
      events: [],
      scales: {
        x: {
          ...axis,
          type: 'linear',
          min: 0,
          max: Math.ceil((values.length * strideUs) / 1e6),
          ticks: { ...ticks, maxTicksLimit: 12, includeBounds: false, callback: (v) => `${v} s` },
        },
        y: {
          ...axis,
          type: 'linear',
          min: 0,
          max: 127,
          ticks: { ...ticks, stepSize: 64 },
          afterBuildTicks: (s) => {
            s.ticks = [0, 64, 127].map((value) => ({ value }));
          },
        },
      },
    };
  }, [compared, c]);
  return (
    <div
      className={styles.after}
      role="img"
      aria-label="Your takes before and after the curve, 0 to 127 over seconds"
    >
      <ChartView role="presentation" type="line" data={data} options={options} />
    </div>
  );
}
