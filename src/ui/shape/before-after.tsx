'use client';

import {
  Chart,
  LineController,
  LineElement,
  LinearScale,
  PointElement,
  type ChartData,
  type ChartOptions,
} from 'chart.js';
import { useMemo } from 'react';
import { Chart as ChartView } from 'react-chartjs-2';
import type { Struck } from '@/core/prove/struck';
import { READING_FACE } from '../parts/chart-fonts';
import { useColours, type Colours } from '../parts/colours';
import type { Compared } from './use-shape';
import styles from './shape.module.css';

Chart.register(LineController, LineElement, LinearScale, PointElement);

/** The maker's own takes, straight (dashed) and shaped (firm). */
export function BeforeAfter({ compared }: { compared: Compared }) {
  const c = useColours();
  const data = useMemo(() => {
    const line = { pointRadius: 0, borderWidth: 1.6 };
    const points = ({ values, strideUs }: Compared['after']['trace']) =>
      values.map((y, i) => ({ x: (i * strideUs) / 1e6, y: y ?? NaN }));
    return {
      datasets: [
        { ...line, borderColor: c.live, borderWidth: 2, data: points(compared.after.trace) },
        { ...line, borderColor: c.soft, borderDash: [4, 3], data: points(compared.before.trace) },
      ],
    };
  }, [compared, c]);
  const { values, strideUs } = compared.after.trace;
  const most = Math.ceil((values.length * strideUs) / 1e6);
  const options = useMemo(() => optionsOf(c, most, (v) => `${v} s`), [c, most]);
  return <Drawn {...{ data, options }} says="Your takes before and after the curve, 0 to 127 over seconds" />;
}

/** The maker's own strokes one after another: soft, medium, loud; straight as rings, shaped full. */
export function StruckBeforeAfter({ before, after }: { before: Struck; after: Struck }) {
  const c = useColours();
  const data = useMemo(() => {
    const points = ({ velocities }: Struck) =>
      velocities.map(({ velocity }, i) => ({ x: i + 1, y: velocity }));
    const dots = { showLine: false, pointRadius: 3.5, pointBorderWidth: 1.5 };
    return {
      datasets: [
        { ...dots, pointBackgroundColor: c.live, pointBorderColor: c.live, data: points(after) },
        { ...dots, pointBackgroundColor: 'transparent', pointBorderColor: c.soft, data: points(before) },
      ],
    };
  }, [before, after, c]);
  const most = after.velocities.length + 1;
  const options = useMemo(() => optionsOf(c, most, (v) => `${v}.`), [c, most]);
  return <Drawn {...{ data, options }} says="Velocities of your strokes before and after the curve" />;
}

function Drawn({
  data,
  options,
  says,
}: {
  data: ChartData<'line', { x: number; y: number }[]>;
  options: ChartOptions<'line'>;
  says: string;
}) {
  return (
    <div className={styles.after} role="img" aria-label={says}>
      <ChartView role="presentation" type="line" data={data} options={options} />
    </div>
  );
}

function optionsOf(c: Colours, most: number, words: (v: number) => string): ChartOptions<'line'> {
  const ticks = { color: c.soft, font: { family: READING_FACE, size: 12 } };
  const axis = { grid: { color: c.faint }, border: { color: c.line } };
  return {
    animation: false,
    maintainAspectRatio: false,
    // Points come as they are drawn: a curve is dragged at the display's rate.
    parsing: false,
    normalized: true,
    events: [],
    scales: {
      x: {
        ...axis,
        type: 'linear',
        min: 0,
        max: most,
        ticks: {
          ...ticks,
          maxRotation: 0,
          maxTicksLimit: 12,
          includeBounds: false,
          callback: (v) => words(Number(v)),
        },
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
}
