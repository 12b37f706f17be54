import type { ChartData, ChartOptions } from 'chart.js';
import type { Dynamics, Response } from '@/core/instrument/response';
import { DYNAMIC_NAMES, type Played } from '@/core/shape/dynamics';
import { curveOf } from '@/core/shape/families';
import type { Handle } from '@/core/shape/handles';
import { READING_FACE, WORD_FACE } from '../parts/chart-fonts';
import type { Colours } from '../parts/colours';
import { LANDS_WIDTH } from './curve-drawing';

const CURVE_POINTS = 120;

/** Places of what can be dragged among the datasets. */
export const DIAMONDS = 0;
export const HANDLES = 1;

/** What is drawn. */
export interface Drawn {
  shown: Response;
  proposed: boolean;
  played: Played | null;
  wanted: Dynamics;
  handles: readonly Handle[];
  /** The handle that keys move. */
  chosen: number | null;
}

/** A diamond for each dynamic that was played, the handles, the curve, and the straight line under it. */
export function curveData(
  { shown, proposed, played, wanted, handles, chosen }: Drawn,
  c: Colours,
): ChartData<'line'> {
  const curve = curveOf(shown);
  const along = Array.from({ length: CURVE_POINTS + 1 }, (_, i) => i / CURVE_POINTS);
  const diamonds = played ? DYNAMIC_NAMES.map((d) => ({ x: 100 * played[d], y: wanted[d] })) : [];
  return {
    datasets: [
      {
        data: diamonds,
        showLine: false,
        pointStyle: 'rectRot' as const,
        pointRadius: 9,
        pointHitRadius: 16,
        pointBorderWidth: 2.5,
        pointBackgroundColor: c.sheet,
        pointBorderColor: c.live,
        clip: false,
      },
      {
        data: handles.map(({ x, y }) => ({ x: 100 * x, y: 127 * y })),
        showLine: false,
        pointStyle: 'circle' as const,
        pointRadius: 5,
        pointHitRadius: 12,
        pointBorderWidth: 2,
        pointBackgroundColor: handles.map((_, i) => (i === chosen ? c.live : c.sheet)),
        pointBorderColor: c.ink,
        clip: false,
      },
      {
        dragData: false,
        data: along.map((x) => ({ x: 100 * x, y: 127 * curve(x) })),
        pointRadius: 0,
        borderColor: c.ink,
        borderWidth: 3,
        borderDash: proposed ? [7, 6] : [],
      },
      {
        dragData: false,
        data: [
          { x: 0, y: 0 },
          { x: 100, y: 127 },
        ],
        pointRadius: 0,
        borderColor: c.line,
        borderWidth: 1.5,
      },
    ],
  };
}

/** Rest to reach along x, 0 … 127 along y. */
export function curveOptions(c: Colours, xWords: string): ChartOptions<'line'> {
  const font = { family: READING_FACE, size: 13 };
  const axis = { grid: { color: c.faint }, border: { color: c.line } };
  const title = {
    display: true,
    color: c.soft,
    font: { family: WORD_FACE, size: 13 },
  };
  return {
    animation: false,
    maintainAspectRatio: false,
    parsing: false,
    normalized: true,
    events: [],
    layout: { padding: { right: LANDS_WIDTH, top: 8 } },
    scales: {
      x: {
        ...axis,
        type: 'linear',
        min: 0,
        max: 100,
        ticks: { stepSize: 25, color: c.soft, font, callback: (v) => `${v} %` },
        title: { ...title, text: xWords },
      },
      y: {
        ...axis,
        type: 'linear',
        min: 0,
        max: 127,
        afterBuildTicks: (s) => {
          s.ticks = [0, 32, 64, 96, 127].map((value) => ({ value }));
        },
        ticks: { color: c.soft, font, callback: (v) => (v === 127 ? 'of 127' : v) },
      },
    },
  };
}
