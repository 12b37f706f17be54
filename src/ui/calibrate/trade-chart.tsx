'use client';

import {
  Chart,
  LineController,
  LineElement,
  LinearScale,
  LogarithmicScale,
  PointElement,
  type ChartOptions,
  type Plugin,
} from 'chart.js';
import { useCallback, useEffect, useMemo, useRef } from 'react';
import { Chart as ChartView } from 'react-chartjs-2';
import { choiceOf, type Choice } from '@/core/calibrate/choice';
import type { TradePoint } from '@/core/calibrate/thresholds';
import type { Calibration } from '@/core/instrument/document';
import { useColours, type Colours } from '../parts/colours';
import { grouped } from '../parts/words';
import styles from './calibrate.module.css';

Chart.register(LineController, LineElement, LinearScale, LogarithmicScale, PointElement);

interface Props {
  trade: readonly TradePoint[];
  calibration: Calibration;
  move: (choice: Choice) => void;
}

/** Missed soft gestures against phantom notes, over where "on" could lie; both thresholds can be dragged. */
export function TradeChart({ trade, calibration, move }: Props) {
  const colours = useColours();
  const chart = useRef<Chart<'line'>>(null);
  const choice = useMemo(() => choiceOf(calibration), [calibration]);
  const whole = Math.round(calibration.rest);
  const sign = calibration.polarity === 'falling' ? -1 : 1;
  const countAt = useCallback((d: number) => whole + sign * d, [whole, sign]);
  const data = useMemo(() => datasets(trade, colours, countAt), [trade, colours, countAt]);
  const options = useMemo(() => optionsFor(trade, colours, countAt), [trade, colours, countAt]);
  const state = useRef<LineState>({ choice, colours, countAt, held: null });
  const plugin = useMemo(
    (): Plugin<'line'> => ({ id: 'thresholds', afterDatasetsDraw: (c) => drawLines(c, state.current) }),
    [],
  );
  useEffect(() => {
    state.current.choice = choice;
    state.current.colours = colours;
    state.current.countAt = countAt;
    chart.current?.draw();
  }, [choice, colours, countAt]);

  const distanceAt = (e: React.PointerEvent) => {
    const box = e.currentTarget.getBoundingClientRect();
    return sign * (Math.round(chart.current!.scales.x.getValueForPixel(e.clientX - box.left)!) - whole);
  };
  const hold = (e: React.PointerEvent) => {
    const { x } = chart.current!.scales;
    const at = e.clientX - e.currentTarget.getBoundingClientRect().left;
    const far = (d: number) => Math.abs(x.getPixelForValue(countAt(d)) - at);
    const nearest = far(choice.on) <= far(choice.off) ? 'on' : 'off';
    if (far(choice[nearest]) > 28) return;
    state.current.held = nearest;
    e.currentTarget.setPointerCapture(e.pointerId);
  };
  const drag = (e: React.PointerEvent) => {
    const { held, choice: now } = state.current;
    if (held) move({ ...now, [held]: distanceAt(e) });
  };
  return (
    <div
      className={styles.chart}
      onPointerDown={hold}
      onPointerMove={drag}
      onPointerUp={() => (state.current.held = null)}
      role="img"
      aria-label={`On at ${calibration.on}, off at ${calibration.off} counts: phantom notes an hour and soft gestures missed, over where on could lie`}
    >
      <ChartView ref={chart} type="line" data={data} options={options} plugins={[plugin]} />
    </div>
  );
}

/** Rates under this are drawn on the floor: once in six weeks. */
const FLOOR_PER_HOUR = 0.001;

function datasets(trade: readonly TradePoint[], c: Colours, countAt: (d: number) => number) {
  const line = { pointRadius: 0, borderWidth: 2.2, animation: false as const };
  return {
    datasets: [
      {
        ...line,
        label: 'phantom notes an hour',
        yAxisID: 'phantoms',
        borderColor: c.fault,
        borderDash: [6, 5],
        data: trade.map((p) => ({
          x: countAt(p.distance),
          y: Math.max(FLOOR_PER_HOUR / 2, p.predictedPerHour),
        })),
      },
      {
        ...line,
        label: 'phantom notes in the rest take',
        yAxisID: 'phantoms',
        borderColor: c.fault,
        stepped: true as const,
        data: trade
          .filter((p) => p.observedPerHour > 0)
          .map((p) => ({ x: countAt(p.distance), y: p.observedPerHour })),
      },
      {
        ...line,
        label: 'soft missed',
        yAxisID: 'missed',
        borderColor: c.place,
        stepped: true as const,
        data: trade
          .filter((p) => p.missedShare !== null)
          .map((p) => ({ x: countAt(p.distance), y: 100 * p.missedShare! })),
      },
    ],
  };
}

function optionsFor(
  trade: readonly TradePoint[],
  c: Colours,
  countAt: (d: number) => number,
): ChartOptions<'line'> {
  const font = { family: 'JetBrains Mono Variable', size: 13 };
  const [nearest, furthest] = [trade[0].distance, trade[trade.length - 1].distance];
  // "Off" may lie at the nearest point: its handle stays clear of the scale's numbers.
  const ends = [Math.floor(nearest - 0.05 * (furthest - nearest)), furthest].map(countAt);
  const most = Math.max(1000, ...trade.map((p) => Math.max(p.predictedPerHour, p.observedPerHour)));
  return {
    animation: false,
    maintainAspectRatio: false,
    events: [],
    layout: { padding: { top: 26 } },
    scales: {
      x: {
        type: 'linear',
        min: Math.min(...ends),
        max: Math.max(...ends),
        reverse: ends[0] > ends[1],
        grid: { color: c.faint },
        border: { color: c.line },
        ticks: { color: c.soft, font, maxTicksLimit: 9, includeBounds: false, callback: (v) => String(v) },
        title: {
          display: true,
          text: 'where “on” could lie, counts',
          color: c.soft,
          font: { family: 'Atkinson Hyperlegible Next Variable', size: 13 },
        },
      },
      phantoms: {
        type: 'logarithmic',
        position: 'left',
        min: FLOOR_PER_HOUR,
        max: 10 ** Math.ceil(Math.log10(most)),
        grid: { color: c.faint },
        border: { color: c.line },
        ticks: {
          color: c.fault,
          font,
          callback: (v) => (Number.isInteger(Math.log10(Number(v))) ? rateWords(Number(v)) : null),
        },
        title: {
          display: true,
          text: 'phantom notes an hour',
          color: c.fault,
          font: { family: 'Atkinson Hyperlegible Next Variable', size: 13 },
        },
      },
      missed: {
        type: 'linear',
        position: 'right',
        min: 0,
        max: 100,
        grid: { display: false },
        border: { color: c.line },
        ticks: { color: c.place, font, stepSize: 25, callback: (v) => `${v} %` },
        title: {
          display: true,
          text: 'soft ones missed',
          color: c.place,
          font: { family: 'Atkinson Hyperlegible Next Variable', size: 13 },
        },
      },
    },
  };
}

/** A tick that is a whole power of ten, without a tail of digits. */
const rateWords = (v: number) => (v >= 1 ? grouped(v) : String(Number(v.toPrecision(1))));

interface LineState {
  choice: Choice;
  colours: Colours;
  countAt: (d: number) => number;
  /** The line under the pointer, while it is dragged. */
  held: keyof Choice | null;
}

/** Draws both thresholds over the chart, each with its handle. */
function drawLines(chart: Chart, { choice, colours, countAt }: LineState): void {
  handle(chart, countAt(choice.off), 'off', false, colours);
  handle(chart, countAt(choice.on), 'on', true, colours);
}

function handle(chart: Chart, count: number, word: string, filled: boolean, c: Colours): void {
  const { ctx: g, chartArea } = chart;
  const x = Math.min(chartArea.right, Math.max(chartArea.left, chart.scales.x.getPixelForValue(count)));
  g.save();
  g.strokeStyle = c.live;
  g.lineWidth = filled ? 3 : 2;
  g.beginPath();
  g.moveTo(x, chartArea.top);
  g.lineTo(x, chartArea.bottom);
  g.stroke();
  g.fillStyle = filled ? c.live : c.sheet;
  g.beginPath();
  g.roundRect(x - 21, chartArea.top - 23, 42, 22, 3);
  g.fill();
  g.lineWidth = 1.5;
  g.stroke();
  g.fillStyle = filled ? c.sheet : c.live;
  g.font = '600 14px "Atkinson Hyperlegible Next Variable"';
  g.textAlign = 'center';
  g.textBaseline = 'middle';
  g.fillText(word, x, chartArea.top - 11.5);
  g.restore();
}
