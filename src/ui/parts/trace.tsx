'use client';

import { useEffect, useRef } from 'react';
import { canvasFont, READING_FACE } from './chart-fonts';
import { useColours, type Colours } from './colours';
import { pictureMs } from '@/session/picture-ms';
import type { TraceData } from '@/session/trace-ring';
import styles from './trace.module.css';

/** What is drawn with the trace, all in its unit. */
export interface TraceOverlay {
  rest?: number | null;
  /** A band: the target zone, or rest with its noise. */
  band?: { low: number; high: number } | null;
  /** Thresholds and other levels, with a word each. */
  lines?: { at: number; word: string; colour: keyof Colours }[];
  /** Peaks of gestures, numbered as distances from rest; the time is in columns before now. */
  peaks?: { columnsAgo: number; count: number; word: string }[];
}

interface Props {
  ring: TraceData;
  /** Another of the same size, drawn softly beneath. */
  beneath?: TraceData;
  colour: string;
  /** Lowest and highest count shown; null follows the trace. */
  range: { low: number; high: number } | null;
  overlay: () => TraceOverlay;
  /** What it is drawn in; counts unless said. */
  unit?: string;
  label: string;
  /** CSS height. */
  height?: string;
}

/** A stretch of a channel, newest at the right; drawn once a frame of the display at most, less often where less motion is asked for. */
export function Trace({
  ring,
  beneath,
  colour,
  range,
  overlay,
  unit = 'counts',
  label,
  height = '190px',
}: Props) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const colours = useColours();
  useEffect(() => {
    let frame = 0;
    let drawn = -1;
    let drawnMs = -Infinity;
    const draw = () => {
      frame = requestAnimationFrame(draw);
      const now = performance.now();
      if (canvas.current && ring.total !== drawn && now - drawnMs >= pictureMs()) {
        drawn = ring.total;
        drawnMs = now;
        paint(canvas.current, { ring, beneath, colour, unit }, range ?? follow(ring), overlay(), colours);
      }
    };
    draw();
    return () => cancelAnimationFrame(frame);
  }, [ring, beneath, colour, unit, range, overlay, colours]);
  return <canvas ref={canvas} className={styles.trace} style={{ height }} role="img" aria-label={label} />;
}

/** Room around what the trace holds: at least 40 counts, so that noise is seen as noise. */
function follow(ring: TraceData): { low: number; high: number } {
  let low = Infinity;
  let high = -Infinity;
  for (let i = 0; i < ring.filled; i++) {
    if (ring.low[i] > ring.high[i]) continue;
    if (ring.low[i] < low) low = ring.low[i];
    if (ring.high[i] > high) high = ring.high[i];
  }
  if (low > high) return { low: 0, high: 1 };
  const room = Math.max(20 - (high - low) / 2, (high - low) * 0.12);
  return { low: low - room, high: high + room };
}

/** Room for the counts at the left of a trace, px. */
export const TRACE_LEFT = 50;
const LEFT = TRACE_LEFT;

function paint(
  canvas: HTMLCanvasElement,
  { ring, beneath, colour, unit = '' }: Pick<Props, 'ring' | 'beneath' | 'colour' | 'unit'>,
  range: { low: number; high: number },
  overlay: TraceOverlay,
  c: Colours,
): void {
  const ratio = devicePixelRatio;
  const width = canvas.clientWidth;
  const height = canvas.clientHeight;
  if (canvas.width !== width * ratio || canvas.height !== height * ratio) {
    canvas.width = width * ratio;
    canvas.height = height * ratio;
  }
  const g = canvas.getContext('2d')!;
  g.setTransform(ratio, 0, 0, ratio, 0, 0);
  g.fillStyle = c.sheet;
  g.fillRect(0, 0, width, height);
  const y = (count: number) => height - 8 - ((count - range.low) / (range.high - range.low)) * (height - 16);
  const x = (columnsAgo: number) => width - 1 - (columnsAgo / ring.size) * (width - LEFT - 1);
  g.font = canvasFont(READING_FACE, 12);
  g.textBaseline = 'middle';
  if (overlay.band) {
    g.fillStyle = c.liveWash;
    g.fillRect(
      LEFT,
      y(overlay.band.high),
      width - LEFT,
      Math.max(1, y(overlay.band.low) - y(overlay.band.high)),
    );
  }
  axis(g, range, unit, y, width, c);
  const stroke = (of: TraceData, style: string) => {
    g.strokeStyle = style;
    g.beginPath();
    for (let k = of.filled - 1; k >= 0; k--) {
      const i = (of.at - 1 - k + 2 * of.size) % of.size;
      if (of.low[i] > of.high[i]) continue;
      g.lineTo(x(k), y(of.low[i]));
      g.lineTo(x(k), y(of.high[i]));
    }
    g.stroke();
  };
  g.lineWidth = 1.5;
  g.lineJoin = 'round';
  if (beneath) stroke(beneath, c.soft);
  stroke(ring, colour);
  for (const line of overlay.lines ?? []) level(g, y(line.at), line.word, c[line.colour], width, c);
  g.fillStyle = c.ink;
  g.textAlign = 'center';
  for (const peak of overlay.peaks ?? []) {
    const at = x(peak.columnsAgo);
    if (at < LEFT + 10) continue;
    const up = overlay.rest === undefined || overlay.rest === null || peak.count >= overlay.rest;
    g.fillText(peak.word, at, Math.min(height - 8, Math.max(8, y(peak.count) + (up ? -10 : 10))));
  }
}

/** Three or four round counts at the left, and their unit at the lower end where there is room. */
function axis(
  g: CanvasRenderingContext2D,
  range: { low: number; high: number },
  unit: string,
  y: (n: number) => number,
  width: number,
  c: Colours,
): void {
  const raw = (range.high - range.low) / 3;
  const power = 10 ** Math.floor(Math.log10(raw));
  const step = [1, 2, 5, 10].map((m) => m * power).find((s) => s >= raw)!;
  const bottom = g.canvas.clientHeight - 8;
  g.textAlign = 'right';
  for (let at = Math.ceil(range.low / step) * step; at <= range.high; at += step) {
    g.fillStyle = c.faint;
    g.fillRect(LEFT, Math.round(y(at)), width - LEFT, 1);
    g.fillStyle = c.soft;
    g.fillText(String(Math.round(at)), LEFT - 6, Math.min(bottom, Math.max(8, y(at))));
  }
  const lowest = y(Math.ceil(range.low / step) * step);
  if (bottom - lowest > 16) g.fillText(unit, LEFT - 6, bottom);
}

function level(
  g: CanvasRenderingContext2D,
  at: number,
  word: string,
  colour: string,
  width: number,
  c: Colours,
): void {
  g.strokeStyle = colour;
  g.lineWidth = 1.5;
  g.beginPath();
  g.moveTo(LEFT, at);
  g.lineTo(width, at);
  g.stroke();
  g.textAlign = 'left';
  const room = g.measureText(word).width + 8;
  g.fillStyle = c.sheet;
  g.fillRect(LEFT + 6, at - 8, room, 16);
  g.fillStyle = colour;
  g.fillText(word, LEFT + 10, at);
}
