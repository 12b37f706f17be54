'use client';

import {
  Chart,
  LineController,
  LineElement,
  LinearScale,
  LogarithmicScale,
  PointElement,
  type Plugin,
} from 'chart.js';
import { useCallback, useEffect, useMemo, useRef } from 'react';
import { Chart as ChartView } from 'react-chartjs-2';
import { choiceOf, type Choice } from '@/core/calibrate/choice';
import type { TradePoint } from '@/core/calibrate/thresholds';
import type { LevelCalibration } from '@/core/instrument/calibration';
import { useColours } from '../parts/colours';
import { tradeData, tradeOptions } from './trade-data';
import { drawThresholds, type LineState } from './trade-drawing';
import styles from './calibrate.module.css';

Chart.register(LineController, LineElement, LinearScale, LogarithmicScale, PointElement);

interface Props {
  trade: readonly TradePoint[];
  calibration: LevelCalibration;
  move: (next: (before: Choice) => Choice) => void;
}

/** Missed soft gestures against phantom notes, over where "on" could lie; both thresholds can be dragged. */
export function TradeChart({ trade, calibration, move }: Props) {
  const colours = useColours();
  const chart = useRef<Chart<'line'>>(null);
  const choice = useMemo(() => choiceOf(calibration), [calibration]);
  const whole = Math.round(calibration.rest);
  const sign = calibration.polarity === 'falling' ? -1 : 1;
  const countAt = useCallback((d: number) => whole + sign * d, [whole, sign]);
  const data = useMemo(() => tradeData(trade, colours, countAt), [trade, colours, countAt]);
  const options = useMemo(() => tradeOptions(trade, colours, countAt), [trade, colours, countAt]);
  const state = useRef<LineState>({ choice, colours, countAt, held: null });
  const plugin = useMemo(
    (): Plugin<'line'> => ({ id: 'thresholds', afterDatasetsDraw: (c) => drawThresholds(c, state.current) }),
    [],
  );
  useEffect(() => {
    state.current.choice = choice;
    state.current.colours = colours;
    state.current.countAt = countAt;
    chart.current?.draw();
  }, [choice, colours, countAt]);

  const distanceAt = (e: React.PointerEvent) => {
    const box = e.currentTarget.getBoundingClientRect();
    return sign * (Math.round(chart.current!.scales.x.getValueForPixel(e.clientX - box.left)!) - whole);
  };
  const hold = (e: React.PointerEvent) => {
    const { x } = chart.current!.scales;
    const at = e.clientX - e.currentTarget.getBoundingClientRect().left;
    const far = (d: number) => Math.abs(x.getPixelForValue(countAt(d)) - at);
    const nearest = far(choice.on) <= far(choice.off) ? 'on' : 'off';
    if (far(choice[nearest]) > 28) return;
    state.current.held = nearest;
    e.currentTarget.setPointerCapture(e.pointerId);
  };
  const drag = (e: React.PointerEvent) => {
    const { held } = state.current;
    const at = distanceAt(e);
    if (held) move((before) => ({ ...before, [held]: at }));
  };
  return (
    <div
      className={styles.chart}
      onPointerDown={hold}
      onPointerMove={drag}
      onPointerUp={() => (state.current.held = null)}
      role="img"
      aria-label={`On at ${calibration.on}, off at ${calibration.off} counts: phantom notes an hour and soft gestures missed, over where on could lie`}
    >
      <ChartView
        role="presentation"
        ref={chart}
        type="line"
        data={data}
        options={options}
        plugins={[plugin]}
      />
    </div>
  );
}
