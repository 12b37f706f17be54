'use client';

import { useEffect, useRef } from 'react';
import { canvasFont, READING_FACE } from './chart-fonts';
import { useColours, type Colours } from './colours';
import type { TraceData } from '@/session/trace-ring';
import styles from './trace.module.css';

/** One lane of many: a level by its lowest and highest counts, or a contact by how it was (see signal/overview). */
export interface LaneRow {
  name: string;
  colour: string;
  trace: TraceData | null;
  contact: ArrayLike<number> | null;
}

/** Height of a row where there is room, and the least that can be told from the next, px. */
const ROW = 26;
const LEAST_ROW = 7;
/** Rows beyond these are too low for their names. */
const MOST_NAMED = 40;

/** Height of so many rows, px. @param share of the window's height that they may take */
const rowsHeight = (rows: number, share: number): number =>
  rows * Math.max(LEAST_ROW, Math.min(ROW, Math.floor((share * window.innerHeight) / Math.max(1, rows))));

/** Rows drawn in one frame of the display, so that none takes long. */
const MOST_AT_ONCE = 24;

/** Many lanes at once, each as high as it was played in what is shown. */
export function LaneRows({
  rows,
  left,
  share,
  stamp,
  chosen,
  choose,
  label,
}: {
  rows: readonly LaneRow[];
  /** Room for names, px. */
  left: number;
  /** Share of the window's height that they may take. */
  share: number;
  /** Changes when there is something new to draw. */
  stamp: () => number;
  /** Place of the row that is chosen; −1 for none. */
  chosen: number;
  choose: (row: number) => void;
  label: string;
}) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const colours = useColours();
  const height = rowsHeight(rows.length, share);
  useEffect(() => {
    let frame = 0;
    let drawn = NaN;
    let next = 0;
    const draw = () => {
      frame = requestAnimationFrame(draw);
      const now = stamp();
      if (!canvas.current || (next === 0 && now === drawn)) return;
      drawn = now;
      const end = Math.min(rows.length, next + MOST_AT_ONCE);
      paint(canvas.current, rows, { left, chosen, colours, from: next, to: end });
      next = end === rows.length ? 0 : end;
    };
    draw();
    return () => cancelAnimationFrame(frame);
  }, [rows, left, stamp, chosen, colours]);
  return (
    <canvas
      ref={canvas}
      className={styles.rows}
      style={{ height }}
      role="img"
      aria-label={label}
      onClick={(e) => {
        const box = e.currentTarget.getBoundingClientRect();
        choose(Math.min(rows.length - 1, Math.floor(((e.clientY - box.top) / box.height) * rows.length)));
      }}
    />
  );
}

function paint(
  canvas: HTMLCanvasElement,
  rows: readonly LaneRow[],
  part: { left: number; chosen: number; colours: Colours; from: number; to: number },
): void {
  const { left, chosen, colours: c } = part;
  const ratio = devicePixelRatio;
  const { clientWidth: width, clientHeight: height } = canvas;
  if (canvas.width !== width * ratio || canvas.height !== height * ratio) {
    canvas.width = width * ratio;
    canvas.height = height * ratio;
  }
  const g = canvas.getContext('2d')!;
  g.setTransform(ratio, 0, 0, ratio, 0, 0);
  const each = height / rows.length;
  g.font = canvasFont(READING_FACE, 12);
  g.textBaseline = 'middle';
  for (let i = part.from; i < part.to; i++) {
    const { name, colour, trace, contact } = rows[i];
    const box = { x: left, y: i * each + 1, width: width - left, height: each - 2 };
    g.fillStyle = c.ground;
    g.fillRect(0, i * each, width, each);
    g.fillStyle = i === chosen ? c.liveWash : c.sheet;
    g.fillRect(0, box.y, width, box.height);
    g.fillStyle = i === chosen ? c.ink : c.soft;
    if (rows.length <= MOST_NAMED) g.fillText(name, 6, box.y + box.height / 2, left - 12);
    g.strokeStyle = g.fillStyle = colour;
    if (trace) paintTrace(g, trace, box);
    if (contact) paintContact(g, contact, box);
  }
}

interface Box {
  x: number;
  y: number;
  width: number;
  height: number;
}

/** Counts that the height of a row stands for, at least: noise stays low. */
const LEAST_SPAN = 40;

function paintTrace(g: CanvasRenderingContext2D, trace: TraceData, box: Box): void {
  const { size, filled, low, high, at } = trace;
  const place = (k: number) => (at - filled + k + size) % size;
  let [least, most] = [Infinity, -Infinity];
  for (let k = 0; k < filled; k++) {
    const i = place(k);
    if (low[i] > high[i]) continue;
    if (low[i] < least) least = low[i];
    if (high[i] > most) most = high[i];
  }
  const span = Math.max(LEAST_SPAN, most - least);
  const middle = (least + most) / 2;
  const y = (count: number) => box.y + box.height * (0.5 - (count - middle) / span);
  g.beginPath();
  for (let k = 0; k < filled; k++) {
    const i = place(k);
    if (low[i] > high[i]) continue;
    const x = box.x + ((size - filled + k) / size) * box.width;
    g.lineTo(x, y(low[i]));
    if (high[i] !== low[i]) g.lineTo(x, y(high[i]));
  }
  g.lineWidth = 1;
  g.stroke();
}

function paintContact(g: CanvasRenderingContext2D, states: ArrayLike<number>, box: Box): void {
  const step = box.width / states.length;
  for (let i = 0; i < states.length; i++) {
    if (states[i] === 0) continue;
    const share = states[i] === 1 ? 0.8 : 0.4;
    g.fillRect(box.x + i * step, box.y + (1 - share) * box.height, Math.max(1, step), share * box.height);
  }
}
