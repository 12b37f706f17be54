'use client';

import { Chart, LineController, LineElement, LinearScale, PointElement, type Plugin } from 'chart.js';
import { useEffect, useMemo, useRef } from 'react';
import { Chart as ChartView } from 'react-chartjs-2';
import type { Dynamics, Response } from '@/core/instrument/response';
import { DYNAMIC_NAMES, roomOf, type Played } from '@/core/shape/dynamics';
import { useColours } from '../parts/colours';
import { curveData, curveOptions } from './curve-data';
import { drawNames, drawUse, type DrawState } from './curve-drawing';
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

/** The response, handled directly: where playing lies along x, where it lands along y, diamonds to drag. */
export function CurveChart({ shown, proposed, played, wanted, compared, xWords, want }: Props) {
  const colours = useColours();
  const chart = useRef<Chart<'line'>>(null);
  const state = useRef<DrawState>({ compared, colours, held: null, wanted });
  const data = useMemo(
    () => curveData(shown, proposed, played, wanted, colours),
    [shown, proposed, played, wanted, colours],
  );
  const options = useMemo(() => curveOptions(colours, xWords), [colours, xWords]);
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
    const [low, high] = roomOf(wanted, held);
    want({ ...wanted, [held]: Math.min(high, Math.max(low, Math.round(at))) });
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
