'use client';

import { Chart, LineController, LineElement, LinearScale, PointElement, type Plugin } from 'chart.js';
import DragData from 'chartjs-plugin-dragdata';
import { useEffect, useMemo, useRef } from 'react';
import { Chart as ChartView } from 'react-chartjs-2';
import type { Dynamics, Response } from '@/core/instrument/response';
import { DYNAMIC_NAMES, roomOf, type Played } from '@/core/shape/dynamics';
import { useColours } from '../parts/colours';
import { curveData, curveOptions } from './curve-data';
import { drawNames, drawUse, type DrawState } from './curve-drawing';
import type { Compared } from './use-shape';
import styles from './shape.module.css';

Chart.register(LineController, LineElement, LinearScale, PointElement, DragData);

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
  const state = useRef<DrawState>({ compared, colours, wanted });
  const data = useMemo(
    () => curveData(shown, proposed, played, wanted, colours),
    [shown, proposed, played, wanted, colours],
  );
  const options = useMemo(
    () => ({ ...curveOptions(colours, xWords), plugins: { dragData: dragged(wanted, want) } }),
    [colours, xWords, wanted, want],
  );
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

  return (
    <div
      className={styles.curve}
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

/** A diamond is dragged along y, between its neighbours. */
const dragged = (wanted: Dynamics, want: Props['want']) => ({
  round: 0,
  dragX: false,
  showTooltip: false,
  onDrag: (_: unknown, __: number, index: number, value: unknown) => {
    const d = DYNAMIC_NAMES[index];
    const [low, high] = roomOf(wanted, d);
    const at = Math.min(high, Math.max(low, (value as { y: number }).y));
    if (at !== wanted[d]) want({ ...wanted, [d]: at });
    return undefined;
  },
});
