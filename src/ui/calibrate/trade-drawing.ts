import type { Chart } from 'chart.js';
import type { Choice } from '@/core/calibrate/choice';
import { canvasFont, WORD_FACE } from '../parts/chart-fonts';
import type { Colours } from '../parts/colours';

/** What the drawing needs to know at any time. */
export interface LineState {
  choice: Choice;
  colours: Colours;
  countAt: (d: number) => number;
  /** The line under the pointer, while it is dragged. */
  held: keyof Choice | null;
}

/** Draws both thresholds over the chart, each with its handle. */
export function drawThresholds(chart: Chart<'line'>, { choice, colours, countAt }: LineState): void {
  handle(chart, countAt(choice.off), 'off', false, colours);
  handle(chart, countAt(choice.on), 'on', true, colours);
}

function handle(chart: Chart<'line'>, count: number, word: string, filled: boolean, c: Colours): void {
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
  g.font = canvasFont(WORD_FACE, 14, 600);
  g.textAlign = 'center';
  g.textBaseline = 'middle';
  g.fillText(word, x, chartArea.top - 11.5);
  g.restore();
}
