'use client';

import { Chart, LineController, LineElement, LinearScale, LogarithmicScale, PointElement } from 'chart.js';
import Annotation from 'chartjs-plugin-annotation';
import { useCallback, useMemo, useRef } from 'react';
import { Chart as ChartView } from 'react-chartjs-2';
import { choiceOf, type Choice } from '@/core/ways/level/choice';
import type { TradePoint } from '@/core/calibrate/thresholds';
import { countAt as countOf, signOf, type LaneLevel } from '@/core/ways/level/lane-level';
import { useColours } from '../parts/colours';
import { tradeData, tradeOptions } from './trade-data';
import { thresholdLines } from './threshold-lines';
import styles from './calibrate.module.css';

Chart.register(LineController, LineElement, LinearScale, LogarithmicScale, PointElement, Annotation);

interface Props {
  trade: readonly TradePoint[];
  level: LaneLevel;
  move: (next: (before: Choice) => Choice) => void;
}

/** Missed soft gestures against phantom notes, over where "on" could lie; both thresholds can be dragged. */
export function TradeChart({ trade, level, move }: Props) {
  const colours = useColours();
  const chart = useRef<Chart<'line'>>(null);
  const choice = useMemo(() => choiceOf(level), [level]);
  const countAt = useCallback((d: number) => countOf(level, d), [level]);
  const data = useMemo(() => tradeData(trade, colours, countAt), [trade, colours, countAt]);
  const options = useMemo(() => {
    const plugins = { annotation: { clip: false, annotations: thresholdLines(choice, colours, countAt) } };
    return { ...tradeOptions(trade, colours, countAt), plugins };
  }, [trade, colours, countAt, choice]);
  const held = useRef<'on' | 'off' | null>(null);

  const distanceAt = (e: React.PointerEvent) => {
    const box = e.currentTarget.getBoundingClientRect();
    const count = Math.round(chart.current!.scales.x.getValueForPixel(e.clientX - box.left)!);
    return signOf(level) * (count - Math.round(level.rest));
  };
  const hold = (e: React.PointerEvent) => {
    const { x } = chart.current!.scales;
    const at = e.clientX - e.currentTarget.getBoundingClientRect().left;
    const far = (d: number) => Math.abs(x.getPixelForValue(countAt(d)) - at);
    const nearest = far(choice.on) <= far(choice.off) ? 'on' : 'off';
    if (far(choice[nearest]) > 28) return;
    held.current = nearest;
    e.currentTarget.setPointerCapture(e.pointerId);
  };
  const drag = (e: React.PointerEvent) => {
    const [which, at] = [held.current, distanceAt(e)];
    if (which) move((before) => ({ ...before, [which]: at }));
  };
  return (
    <div
      className={styles.chart}
      onPointerDown={hold}
      onPointerMove={drag}
      onPointerUp={() => (held.current = null)}
      role="img"
      aria-label={`On at ${countAt(choice.on)}, off at ${countAt(choice.off)} counts: phantom notes an hour and soft gestures missed, over where on could lie`}
    >
      <ChartView role="presentation" ref={chart} type="line" data={data} options={options} />
    </div>
  );
}
