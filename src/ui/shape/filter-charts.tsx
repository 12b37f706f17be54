'use client';

import { Chart, LinearScale, PointElement, ScatterController, type ChartOptions } from 'chart.js';
import { useMemo } from 'react';
import { Chart as ChartView } from 'react-chartjs-2';
import type { FilterPrice } from '@/core/prove/filters-to-try';
import type { FilterTrace } from '@/core/prove/filter-trace';
import type { Filter, FilterId } from '@/core/shape/filters';
import { READING_FACE, WORD_FACE } from '../parts/chart-fonts';
import { useColours, type Colours } from '../parts/colours';
import styles from './shape.module.css';

Chart.register(ScatterController, LinearScale, PointElement);

/** Later than this nobody plays by, ms: no filter is drawn further right. */
export const MOST_MS = 40;

export const isSame = (a: Filter | null, b: Filter | null): boolean =>
  JSON.stringify(a) === JSON.stringify(b);

const SHAPES: Record<FilterId, 'triangle' | 'circle' | 'rect'> = {
  median: 'triangle',
  exponential: 'circle',
  'one-euro': 'rect',
};

/** Lag along x, noise along y: nearer to the corner is better. */
export function PriceChart({
  prices,
  present,
  set,
}: {
  prices: readonly FilterPrice[];
  present: Filter | null;
  set: (filter: Filter | null) => void;
}) {
  const c = useColours();
  const shown = useMemo(() => prices.filter(({ lagMs }) => lagMs <= MOST_MS), [prices]);
  const data = useMemo(() => {
    const isPresent = shown.map(({ filter }) => isSame(filter, present));
    return {
      datasets: [
        {
          data: shown.map(({ lagMs, noiseSteps }) => ({ x: lagMs, y: noiseSteps })),
          pointStyle: shown.map(({ filter }) => (filter ? SHAPES[filter.is] : ('cross' as const))),
          pointRadius: isPresent.map((own) => (own ? 9 : 5)),
          pointHoverRadius: 9,
          pointBorderWidth: 2,
          pointBackgroundColor: isPresent.map((own) => (own ? c.live : c.sheet)),
          pointBorderColor: isPresent.map((own) => (own ? c.live : c.ink)),
          clip: false as const,
        },
      ],
    };
  }, [shown, present, c]);
  const options = useMemo((): ChartOptions<'scatter'> => {
    const own = axes(c, 'ms late', 'σ at rest, steps');
    return {
      ...own,
      events: ['click', 'mousemove', 'mouseout'],
      onClick: (_, hit) => hit[0] && set(shown[hit[0].index].filter),
      scales: { ...own.scales, x: { ...own.scales.x, min: 0, max: MOST_MS }, y: { ...own.scales.y, min: 0 } },
    };
  }, [c, shown, set]);
  return (
    <figure className={styles.filterChart}>
      <div role="img" aria-label="Filters by how late they are and how noisy what they let through is">
        <ChartView role="presentation" type="scatter" data={data} options={options} />
      </div>
      <figcaption>× none △ median ○ exponential □ 1 €</figcaption>
    </figure>
  );
}

/** A gesture of the maker's own as it begins: as it is read (dashed), and through the filter. */
export function TraceChart({ trace: { ms, raw, filtered } }: { trace: FilterTrace }) {
  const c = useColours();
  const data = useMemo(() => {
    const points = (ys: number[]) => ms.map((x, i) => ({ x, y: 127 * ys[i] }));
    const line = { showLine: true, pointRadius: 0 };
    return {
      datasets: [
        { ...line, borderColor: c.live, borderWidth: 2, data: points(filtered) },
        { ...line, borderColor: c.soft, borderWidth: 1.4, borderDash: [4, 3], data: points(raw) },
      ],
    };
  }, [ms, raw, filtered, c]);
  const options = useMemo((): ChartOptions<'scatter'> => {
    const own = axes(c, 'ms from half of the way', 'steps');
    return { ...own, events: [], scales: { ...own.scales, x: { ...own.scales.x, min: -100, max: 200 } } };
  }, [c]);
  return (
    <figure className={styles.filterChart}>
      <div role="img" aria-label="A gesture as it begins, before and after the filter">
        <ChartView role="presentation" type="scatter" data={data} options={options} />
      </div>
      <figcaption>your own: dashed read, firm filtered</figcaption>
    </figure>
  );
}

function axes(c: Colours, x: string, y: string) {
  const axis = (text: string) => ({
    type: 'linear' as const,
    grid: { color: c.faint },
    border: { color: c.line },
    ticks: { color: c.soft, font: { family: READING_FACE, size: 12 }, maxTicksLimit: 6 },
    title: { display: true, text, color: c.soft, font: { family: WORD_FACE, size: 12 } },
  });
  return { animation: false as const, maintainAspectRatio: false, scales: { x: axis(x), y: axis(y) } };
}
