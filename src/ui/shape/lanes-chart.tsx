'use client';

import { Chart, LinearScale, PointElement, ScatterController, type ChartOptions } from 'chart.js';
import { useMemo } from 'react';
import { Chart as ChartView } from 'react-chartjs-2';
import { STANDS_OUT, type LaneLanding } from '@/core/prove/lanes-alike';
import { DYNAMIC_NAMES } from '@/core/shape/dynamics';
import { READING_FACE } from '../parts/chart-fonts';
import { useColours } from '../parts/colours';
import styles from './shape.module.css';

Chart.register(ScatterController, LinearScale, PointElement);

/** Where soft, medium and loud land on each lane: firm as they do, with half of them about it, as rings where they would; what stands out is amber. */
export function LanesChart({
  lanes,
  proposed,
  names,
}: {
  lanes: readonly LaneLanding[];
  proposed: readonly LaneLanding[] | null;
  names: readonly string[];
}) {
  const c = useColours();
  const data = useMemo(() => {
    const points = (own: readonly LaneLanding[]) =>
      own.flatMap(({ medians }, i) =>
        DYNAMIC_NAMES.flatMap((d) => (medians[d] === undefined ? [] : [{ x: i, y: medians[d] }])),
      );
    const colours = lanes.flatMap(({ medians, apart }) =>
      DYNAMIC_NAMES.flatMap((d) =>
        medians[d] === undefined ? [] : [Math.abs(apart) >= STANDS_OUT ? c.doubt : c.live],
      ),
    );
    const halves = lanes.flatMap(({ halves: own }, x) =>
      Object.values(own).flatMap(([low, high]) => [
        { x, y: low },
        { x, y: high },
        { x, y: NaN },
      ]),
    );
    const dots = { pointRadius: 5, pointBorderWidth: 2, clip: false as const };
    return {
      datasets: [
        { ...dots, pointBackgroundColor: colours, pointBorderColor: colours, data: points(lanes) },
        {
          ...dots,
          pointRadius: 8,
          pointBackgroundColor: 'transparent',
          pointBorderColor: c.ink,
          data: proposed ? points(proposed) : [],
        },
        { showLine: true, pointRadius: 0, borderColor: c.soft, borderWidth: 5, data: halves },
      ],
    };
  }, [lanes, proposed, c]);
  const options = useMemo((): ChartOptions<'scatter'> => {
    const ticks = { color: c.soft, font: { family: READING_FACE, size: 12 } };
    const axis = { type: 'linear' as const, grid: { color: c.faint }, border: { color: c.line } };
    return {
      animation: false,
      maintainAspectRatio: false,
      events: [],
      scales: {
        x: {
          ...axis,
          min: -0.5,
          max: names.length - 0.5,
          ticks: { ...ticks, stepSize: 1, autoSkip: true, callback: (v) => names[Number(v)] ?? '' },
        },
        y: {
          ...axis,
          min: 0,
          max: 127,
          ticks,
          afterBuildTicks: (s) => {
            s.ticks = [0, 32, 64, 96, 127].map((value) => ({ value }));
          },
        },
      },
    };
  }, [names, c]);
  return (
    <div
      className={styles.after}
      role="img"
      aria-label="Where soft, medium and loud land on each lane, 0 to 127"
    >
      <ChartView role="presentation" type="scatter" data={data} options={options} />
    </div>
  );
}
