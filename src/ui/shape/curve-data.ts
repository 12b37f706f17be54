import type { ChartData, ChartOptions } from 'chart.js';
import type { Dynamics, Response } from '@/core/instrument/response';
import { DYNAMIC_NAMES, type Played } from '@/core/shape/dynamics';
import { curveOf } from '@/core/shape/families';
import { READING_FACE, WORD_FACE } from '../parts/chart-fonts';
import type { Colours } from '../parts/colours';
import { LANDS_WIDTH } from './curve-drawing';

const CURVE_POINTS = 200;

/** The curve, the straight line under it, and a diamond for each dynamic that was played. */
export function curveData(
  shown: Response,
  proposed: boolean,
  played: Played | null,
  wanted: Dynamics,
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
        pointHitRadius: 22,
        pointBorderWidth: 2.5,
        pointBackgroundColor: c.sheet,
        pointBorderColor: c.live,
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
