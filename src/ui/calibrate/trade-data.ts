import type { ChartData, ChartOptions } from 'chart.js';
import type { TradePoint } from '@/core/calibrate/thresholds';
import { READING_FACE, WORD_FACE } from '../parts/chart-fonts';
import type { Colours } from '../parts/colours';
import { grouped } from '../parts/words';

/** Rates under this are drawn on the floor: once in six weeks. */
const FLOOR_PER_HOUR = 0.001;

/** The three lines: phantom notes predicted and observed, soft gestures missed. @param countAt count at a distance */
export function tradeData(
  trade: readonly TradePoint[],
  c: Colours,
  countAt: (d: number) => number,
): ChartData<'line'> {
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

/** Two scales over one: notes an hour at the left, share missed at the right. */
export function tradeOptions(
  trade: readonly TradePoint[],
  c: Colours,
  countAt: (d: number) => number,
): ChartOptions<'line'> {
  const font = { family: READING_FACE, size: 13 };
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
          font: { family: WORD_FACE, size: 13 },
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
          font: { family: WORD_FACE, size: 13 },
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
          font: { family: WORD_FACE, size: 13 },
        },
      },
    },
  };
}

/** A tick that is a whole power of ten, without a tail of digits. */
const rateWords = (v: number) => (v >= 1 ? grouped(v) : String(Number(v.toPrecision(1))));
