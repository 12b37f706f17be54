'use client';

import { Chart, LineController, LineElement, LinearScale, PointElement, type Plugin } from 'chart.js';
import DragData from 'chartjs-plugin-dragdata';
import { useEffect, useMemo, useRef } from 'react';
import { Chart as ChartView } from 'react-chartjs-2';
import type { Dynamics } from '@/core/instrument/response';
import { DYNAMIC_NAMES, roomOf } from '@/core/shape/dynamics';
import { useColours } from '../parts/colours';
import { curveData, curveOptions, DIAMONDS, type Drawn } from './curve-data';
import { drawNames, drawUse, type DrawState, type Use } from './curve-drawing';
import styles from './shape.module.css';

Chart.register(LineController, LineElement, LinearScale, PointElement, DragData);

interface Props extends Drawn {
  use: Use | null;
  /** Along x, in words. */
  xWords: string;
  want: (next: Dynamics) => void;
  /** A handle is dragged to a place, shares of both ways. */
  move: (handle: number, x: number, y: number) => void;
  /** The curve was pressed twice there: a point more, or one less. */
  point: (x: number, y: number) => void;
}

/** The response, handled directly: where playing lies along x, where it lands along y, diamonds and handles to drag. */
export function CurveChart(props: Props) {
  const { shown, proposed, played, wanted, handles, chosen, use, xWords, want, move, point } = props;
  const colours = useColours();
  const chart = useRef<Chart<'line'>>(null);
  const state = useRef<DrawState>({ use, colours, wanted });
  const data = useMemo(
    () => curveData({ shown, proposed, played, wanted, handles, chosen }, colours),
    [shown, proposed, played, wanted, handles, chosen, colours],
  );
  const options = useMemo(
    () => ({ ...curveOptions(colours, xWords), plugins: { dragData: dragged(wanted, want, move) } }),
    [colours, xWords, wanted, want, move],
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
    Object.assign(state.current, { use, colours, wanted });
    chart.current?.draw();
  }, [use, colours, wanted]);
  const pressedTwice = ({ clientX, clientY }: React.MouseEvent) => {
    const { canvas, scales } = chart.current!;
    const { left, top } = canvas.getBoundingClientRect();
    const along = scales.x.getValueForPixel(clientX - left)! / 100;
    const up = scales.y.getValueForPixel(clientY - top)! / 127;
    if (along > 0 && along < 1 && up >= 0 && up <= 1) point(along, up);
  };

  return (
    <div
      className={styles.curve}
      role="img"
      aria-label={`Response: ${DYNAMIC_NAMES.map((d) => `${d} should read ${wanted[d]}`).join(', ')}`}
      onDoubleClick={pressedTwice}
    >
      <div className={styles.canvas}>
        <ChartView
          role="presentation"
          ref={chart}
          type="line"
          data={data}
          options={options}
          plugins={[plugin]}
        />
      </div>
    </div>
  );
}

/** A diamond is dragged along y, between its neighbours; a handle as far as the curve lets it. */
const dragged = (wanted: Dynamics, want: Props['want'], move: Props['move']) => ({
  dragX: true,
  showTooltip: false,
  onDrag: (_: unknown, dataset: number, index: number, value: unknown) => {
    const { x, y } = value as { x: number; y: number };
    if (dataset !== DIAMONDS) move(index, x / 100, y / 127);
    else {
      const d = DYNAMIC_NAMES[index];
      const [low, high] = roomOf(wanted, d);
      const at = Math.min(high, Math.max(low, Math.round(y)));
      if (at !== wanted[d]) want({ ...wanted, [d]: at });
    }
    return undefined;
  },
});
