'use client';

import {
  Chart,
  Legend,
  LineController,
  LineElement,
  LinearScale,
  LogarithmicScale,
  PointElement,
  type ChartData,
  type ChartOptions,
  type Plugin,
} from 'chart.js';
import Annotation from 'chartjs-plugin-annotation';
import { useMemo } from 'react';
import { Chart as ChartView } from 'react-chartjs-2';
import type { Axis, Picture } from '@/core/calibrate/picture';
import { READING_FACE, WORD_FACE } from '../parts/chart-fonts';
import { useColours, type Colours } from '../parts/colours';
import { grouped } from '../parts/words';
import styles from './calibrate.module.css';

Chart.register(LineController, LineElement, LinearScale, LogarithmicScale, PointElement, Annotation);

/** Of this chart alone: registered, it would stand above every other. Its type is that of a legend of any chart. */
const LEGEND = [Legend as Plugin<'line'>];

/** A judgement of a lane: what was measured firm, what is predicted dashed, what was chosen as a line with its word. */
export function PictureChart({ picture }: { picture: Picture }) {
  const colours = useColours();
  const data = useMemo(() => dataOf(picture, colours), [picture, colours]);
  const options = useMemo(() => optionsOf(picture, colours), [picture, colours]);
  const chosen = picture.marks.map(({ x, label }) => `${label} at ${x}`).join(', ');
  return (
    <section className={styles.picture}>
      <div className={styles.caption}>
        <h2>{picture.title}</h2>
        <span>
          {picture.lane ?? 'all lanes'}
          {picture.lines.some((l) => l.predicted) && ' · firm: measured · dashed: predicted or chosen'}
        </span>
      </div>
      <div className={styles.still} role="img" aria-label={`${picture.title}: ${chosen}`}>
        <ChartView role="presentation" type="line" data={data} options={options} plugins={LEGEND} />
      </div>
    </section>
  );
}

/** A tick of a linear scale, or a whole power of ten; the lowest of a logarithmic one stands for none. */
function tickWords(v: number, logFrom: number | undefined): string | null {
  if (logFrom === undefined) return grouped(v);
  if (v === logFrom) return 'none';
  return Number.isInteger(Math.log10(v)) ? grouped(v) : null;
}

/** Of even ratios: 1, 2 and 5 of each power of ten. */
const ratioTick = (v: number): string | null =>
  [1, 2, 5].some((of) => Math.abs(v / 10 ** Math.floor(Math.log10(v)) - of) < 1e-6) ? grouped(v) : null;

function dataOf({ lines, y: { logFrom = -Infinity } }: Picture, c: Colours): ChartData<'line'> {
  const inks = [c.ink, c.live, c.place, c.press, c.breath, c.strike];
  return {
    datasets: lines.map(({ name, points, dots, bars, predicted }, i) => ({
      label: name,
      data: points.flatMap(([x, y], k) => {
        const at = { x, y: Math.max(logFrom, y) };
        return bars && k % 2 === 1 ? [at, GAP] : [at];
      }),
      borderColor: bars ? c.line : inks[i % inks.length],
      backgroundColor: bars ? c.line : inks[i % inks.length],
      borderWidth: dots ? 0 : bars ? BAR_PX : 2.2,
      showLine: !dots,
      pointRadius: dots ? 3.5 : 0,
      pointStyle: dots ? 'circle' : 'line',
      borderDash: predicted ? [6, 5] : [],
    })),
  };
}

/** How thick a bar is, px; and what parts one from the next. */
const BAR_PX = 14;
const GAP = { x: NaN, y: NaN };

function optionsOf({ x, y, lines, marks }: Picture, c: Colours): ChartOptions<'line'> {
  const font = { family: READING_FACE, size: 13 };
  const scale = ({ label, unit, logFrom, names, ratios, most }: Axis) => ({
    ...(most === undefined ? {} : { min: 0, max: most }),
    ...(logFrom === undefined && !ratios
      ? { type: 'linear' as const }
      : { type: 'logarithmic' as const, min: logFrom }),
    grid: { color: c.faint },
    border: { color: c.line },
    bounds: logFrom === undefined && !ratios && most === undefined ? ('ticks' as const) : ('data' as const),
    ticks: {
      color: c.soft,
      font,
      maxTicksLimit: 8,
      includeBounds: most === undefined,
      ...(names && { stepSize: 1 }),
      callback: (v: string | number) =>
        names ? (names[Number(v)] ?? '') : ratios ? ratioTick(Number(v)) : tickWords(Number(v), logFrom),
    },
    ...(names && { min: -1, max: names.length }),
    title: {
      display: true,
      text: unit === '' ? label : `${label}, ${unit}`,
      color: c.soft,
      font: { family: WORD_FACE, size: 13 },
    },
  });
  const annotations = Object.fromEntries(
    marks.map(({ x: value, label }, i) => [
      `mark ${i}`,
      {
        type: 'line' as const,
        scaleID: 'x',
        value,
        borderColor: c.live,
        borderWidth: 2.5,
        label: {
          display: true,
          content: `${label} ${value}`,
          position: 'start' as const,
          yAdjust: -26,
          backgroundColor: c.live,
          color: c.sheet,
          font: { family: WORD_FACE, size: 14, weight: 600 },
          padding: { x: 11, y: 3 },
        },
      },
    ]),
  );
  return {
    animation: false,
    maintainAspectRatio: false,
    events: [],
    layout: { padding: { top: marks.length > 0 ? 26 : 8 } },
    scales: { x: scale(x), y: scale(y) },
    plugins: {
      legend: {
        display: lines.length > 1,
        // What was chosen has its word above.
        position: marks.length > 0 ? 'bottom' : 'top',
        labels: {
          color: c.soft,
          font: { family: WORD_FACE, size: 13 },
          usePointStyle: true,
          boxHeight: 9,
          padding: 14,
        },
      },
      annotation: { clip: false, annotations },
    },
  };
}
