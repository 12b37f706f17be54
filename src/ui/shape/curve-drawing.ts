import type { Chart } from 'chart.js';
import type { Dynamics } from '@/core/instrument/response';
import { DYNAMIC_NAMES } from '@/core/shape/dynamics';
import { canvasFont, WORD_FACE } from '../parts/chart-fonts';
import type { Colours } from '../parts/colours';

/** Room at the right of the chart for where playing lands, px. */
export const LANDS_WIDTH = 84;

/** Where playing lies and lands, in bins; before and after. */
export interface Use {
  before: { lands: number[] };
  after: { along: number[]; lands: number[] };
}

/** What the drawing needs to know at any time. */
export interface DrawState {
  use: Use | null;
  colours: Colours;
  wanted: Dynamics;
}

/** Playing along x at the floor of the chart; landing along y at its right, firm after and dashed before. */
export function drawUse(chart: Chart<'line'>, { use, colours: c }: DrawState): void {
  if (!use) return;
  const { ctx: g, chartArea: a } = chart;
  const { along } = use.after;
  const height = (a.bottom - a.top) * 0.24;
  const top = Math.max(...along);
  g.save();
  g.fillStyle = c.breath;
  g.globalAlpha = 0.32;
  along.forEach((share, i) => {
    const w = (a.right - a.left) / along.length;
    const h = top === 0 ? 0 : (share / top) * height;
    g.fillRect(a.left + i * w + 1, a.bottom - h, w - 2, h);
  });
  g.globalAlpha = 1;
  const most = Math.max(...use.after.lands, ...use.before.lands);
  const room = LANDS_WIDTH - 14;
  const h = (a.bottom - a.top) / along.length;
  const width = (share: number) => (most === 0 ? 0 : (share / most) * room);
  g.fillStyle = c.live;
  g.globalAlpha = 0.55;
  use.after.lands.forEach((share, i) =>
    g.fillRect(a.right + 8, a.bottom - (i + 1) * h + 1, width(share), h - 2),
  );
  g.globalAlpha = 1;
  g.strokeStyle = c.soft;
  g.setLineDash([3, 3]);
  g.beginPath();
  use.before.lands.forEach((share, i) => {
    const x = a.right + 8 + width(share);
    g.lineTo(x, a.bottom - i * h);
    g.lineTo(x, a.bottom - (i + 1) * h);
  });
  g.stroke();
  g.setLineDash([]);
  g.fillStyle = c.soft;
  g.font = canvasFont(WORD_FACE, 13);
  g.textAlign = 'right';
  g.fillText('where it lands', a.right + LANDS_WIDTH - 4, a.bottom + 40);
  g.restore();
}

/** The names of the diamonds beside them. */
export function drawNames(chart: Chart<'line'>, { colours: c, wanted }: DrawState): void {
  const { ctx: g, chartArea: a } = chart;
  g.save();
  g.font = canvasFont(WORD_FACE, 15, 600);
  g.textBaseline = 'middle';
  chart.getDatasetMeta(0).data.forEach((point, i) => {
    const name = DYNAMIC_NAMES[i];
    const { x, y } = point.getProps(['x', 'y']);
    const words = `${name} → ${Math.round(wanted[name])}`;
    const left = x > a.right - 110;
    g.textAlign = left ? 'right' : 'left';
    const at = x + (left ? -16 : 16);
    const width = g.measureText(words).width;
    g.fillStyle = c.sheet;
    g.globalAlpha = 0.85;
    g.fillRect(left ? at - width - 2 : at - 2, y + 4, width + 4, 20);
    g.globalAlpha = 1;
    g.fillStyle = c.ink;
    g.fillText(words, at, y + 14);
  });
  g.restore();
}
