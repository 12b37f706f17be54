'use client';

import { useEffect, useRef, useState } from 'react';
import type { MomentJson } from '@/core/exchange/proof/proof-json';
import type { Span } from '@/workers/desk';
import { useColours } from '../parts/colours';
import { useWheel } from '../recording/use-wheel';
import { paintTimeline, TIMELINE_LEFT, type Painted } from './timeline-paint';
import styles from './prove.module.css';

/** What was meant, the trace and the notes over one another; the wheel draws nearer, a press chooses what was counted there. */
export function Timeline({
  painted,
  setView,
  choose,
}: {
  painted: Painted;
  setView: (fromUs: number, toUs: number) => void;
  choose: (moment: MomentJson) => void;
}) {
  const box = useRef<HTMLDivElement>(null);
  const canvas = useRef<HTMLCanvasElement>(null);
  const [size, setSize] = useState('');
  const colours = useColours();
  const { view, proved } = painted;
  useWheel(box, TIMELINE_LEFT, view, setView);
  useEffect(() => {
    const { current } = box;
    if (!current) return;
    const observer = new ResizeObserver(() => setSize(`${current.clientWidth} ${current.clientHeight}`));
    observer.observe(current);
    return () => observer.disconnect();
  }, []);
  useEffect(() => {
    if (canvas.current && size !== '') paintTimeline(canvas.current, painted, colours);
  }, [painted, colours, size]);
  const press = (e: React.PointerEvent) => {
    const { left, width: wide } = box.current!.getBoundingClientRect();
    const us =
      view.fromUs + ((e.clientX - left - TIMELINE_LEFT) / (wide - TIMELINE_LEFT)) * (view.toUs - view.fromUs);
    const near = [...proved.moments].sort((a, b) => awayFrom(a, us) - awayFrom(b, us))[0];
    if (near && awayFrom(near, us) < (view.toUs - view.fromUs) / 30) choose(near);
  };
  return (
    <div ref={box} className={styles.timeline} onPointerDown={press}>
      <canvas
        ref={canvas}
        role="img"
        aria-label={`${proved.intended} gestures that were meant, ${proved.notes} notes, from ${(view.fromUs / 1e6).toFixed(1)} s to ${(view.toUs / 1e6).toFixed(1)} s`}
      />
    </div>
  );
}

const awayFrom = ({ fromUs, toUs }: Span, us: number): number =>
  us < fromUs ? fromUs - us : us > toUs ? us - toUs : 0;
