'use client';

import {
  Chart,
  LineController,
  LineElement,
  LinearScale,
  PointElement,
  type ChartOptions,
  type Plugin,
} from 'chart.js';
import { useEffect, useMemo, useRef } from 'react';
import { Chart as ChartView } from 'react-chartjs-2';
import type { Dynamics, Response } from '@/core/instrument/document';
import { DYNAMIC_NAMES, type Played } from '@/core/shape/dynamics';
import { curveOf } from '@/core/shape/families';
import { useColours, type Colours } from '../parts/colours';
import type { Compared } from './use-shape';
import styles from './shape.module.css';

Chart.register(LineController, LineElement, LinearScale, PointElement);

interface Props {
  shown: Response;
  proposed: boolean;
  played: Played | null;
  wanted: Dynamics;
  compared: Compared | null;
  /** Along x, in words. */
  xWords: string;
  want: (next: Dynamics) => void;
}

const CURVE_POINTS = 200;
/** Room at the right for where playing lands, px. */
const LANDS_WIDTH = 84;

/** The response, handled directly: where playing lies along x, where it lands along y, diamonds to drag. */
export function CurveChart({ shown, proposed, played, wanted, compared, xWords, want }: Props) {
  const colours = useColours();
  const chart = useRef<Chart<'line'>>(null);
  const state = useRef<DrawState>({ compared, colours, held: null, wanted });
  const data = useMemo(
    () => datasets(shown, proposed, played, wanted, colours),
    [shown, proposed, played, wanted, colours],
  );
  const options = useMemo(() => optionsFor(colours, xWords), [colours, xWords]);
  const plugin = useMemo(
    (): Plugin<'line'> => ({
      id: 'use',
      beforeDatasetsDraw: (c) => drawUse(c, state.current),
      afterDatasetsDraw: (c) => drawNames(c, state.current),
    }),
    [],
  );
  useEffect(() => {
    Object.assign(state.current, { compared, colours, wanted });
    chart.current?.draw();
  }, [compared, colours, wanted]);

  const hold = (e: React.PointerEvent) => {
    if (!played || !chart.current) return;
    const box = e.currentTarget.getBoundingClientRect();
    const { x, y } = chart.current.scales;
    const far = (d: keyof Dynamics) =>
      Math.hypot(
        x.getPixelForValue(100 * played[d]) - (e.clientX - box.left),
        y.getPixelForValue(wanted[d]) - (e.clientY - box.top),
      );
    const nearest = [...DYNAMIC_NAMES].sort((a, b) => far(a) - far(b))[0];
    if (far(nearest) > 32) return;
    state.current.held = nearest;
    e.currentTarget.setPointerCapture(e.pointerId);
  };
  const drag = (e: React.PointerEvent) => {
    const { held } = state.current;
    if (!held || !chart.current) return;
    const at = chart.current.scales.y.getValueForPixel(
      e.clientY - e.currentTarget.getBoundingClientRect().top,
    )!;
    want({ ...wanted, [held]: Math.round(Math.min(127, Math.max(0, at))) });
  };
  return (
    <div
      className={styles.curve}
      onPointerDown={hold}
      onPointerMove={drag}
      onPointerUp={() => (state.current.held = null)}
      role="img"
      aria-label={`Response: ${DYNAMIC_NAMES.map((d) => `${d} should read ${wanted[d]}`).join(', ')}`}
    >
      <ChartView ref={chart} type="line" data={data} options={options} plugins={[plugin]} />
    </div>
  );
}

function datasets(shown: Response, proposed: boolean, played: Played | null, wanted: Dynamics, c: Colours) {
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
        pointBorderWidth: 2.5,
        pointBackgroundColor: c.sheet,
        pointBorderColor: c.live,
      },
      {
        data: along.map((x) => ({ x: 100 * x, y: 127 * curve(x) })),
        pointRadius: 0,
        borderColor: c.ink,
        borderWidth: 3,
        borderDash: proposed ? [7, 6] : [],
      },
      {
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

function optionsFor(c: Colours, xWords: string): ChartOptions<'line'> {
  const font = { family: 'JetBrains Mono Variable', size: 13 };
  const axis = { grid: { color: c.faint }, border: { color: c.line } };
  const title = {
    display: true,
    color: c.soft,
    font: { family: 'Atkinson Hyperlegible Next Variable', size: 13 },
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
        ticks: { color: c.soft, font },
      },
    },
  };
}

interface DrawState {
  compared: Compared | null;
  colours: Colours;
  held: keyof Dynamics | null;
  wanted: Dynamics;
}

/** Playing along x at the floor of the chart; landing along y at its right, firm after and dashed before. */
function drawUse(chart: Chart<'line'>, { compared, colours: c }: DrawState): void {
  if (!compared) return;
  const { ctx: g, chartArea: a } = chart;
  const { along } = compared.after;
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
  const most = Math.max(...compared.after.lands, ...compared.before.lands);
  const room = LANDS_WIDTH - 14;
  const h = (a.bottom - a.top) / along.length;
  const width = (share: number) => (most === 0 ? 0 : (share / most) * room);
  g.fillStyle = c.live;
  g.globalAlpha = 0.55;
  compared.after.lands.forEach((share, i) =>
    g.fillRect(a.right + 8, a.bottom - (i + 1) * h + 1, width(share), h - 2),
  );
  g.globalAlpha = 1;
  g.strokeStyle = c.soft;
  g.setLineDash([3, 3]);
  g.beginPath();
  compared.before.lands.forEach((share, i) => {
    const x = a.right + 8 + width(share);
    g.lineTo(x, a.bottom - i * h);
    g.lineTo(x, a.bottom - (i + 1) * h);
  });
  g.stroke();
  g.setLineDash([]);
  g.fillStyle = c.soft;
  g.font = '13px "Atkinson Hyperlegible Next Variable"';
  g.textAlign = 'right';
  g.fillText('where it lands', a.right + LANDS_WIDTH - 4, a.bottom + 40);
  g.restore();
}

/** The names of the diamonds beside them. */
function drawNames(chart: Chart<'line'>, { colours: c, wanted }: DrawState): void {
  const { ctx: g, chartArea: a } = chart;
  g.save();
  g.font = '600 15px "Atkinson Hyperlegible Next Variable"';
  g.textBaseline = 'middle';
  chart.getDatasetMeta(0).data.forEach((point, i) => {
    const name = DYNAMIC_NAMES[i];
    const { x, y } = point.getProps(['x', 'y']);
    const words = `${name} → ${wanted[name]}`;
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
