'use client';

import { useCallback, useMemo, useRef, useState } from 'react';
import { counted } from '@/core/units/counted';
import type { DeskDrawing, Span } from '@/workers/desk';
import { useColours } from '../parts/colours';
import { LaneRows, type LaneRow } from '../parts/lane-rows';
import type { TraceData } from '@/session/trace-ring';
import { Trace, TRACE_LEFT } from '../parts/trace';
import { pressedHere } from '../parts/pressed-here';
import styles from './recording.module.css';
import { TimeAxis } from './time-axis';
import { useWidth } from '../hooks/use-width';
import { useWheel } from './use-wheel';

/** Room for names, px: the trace's own counts stand there too. */
const LEFT = TRACE_LEFT + 60;
const NOTHING = () => ({});

/** A column of a drawing as a trace. */
export function traceOf(pairs: Uint16Array): TraceData {
  const size = pairs.length / 2;
  const half = (which: 0 | 1) => Uint16Array.from({ length: size }, (_, i) => pairs[2 * i + which]);
  return { size, low: half(0), high: half(1), at: 0, filled: size, total: 1 };
}

/** A time as a share of what is shown. */
const shareOf = (us: number, { fromUs, toUs }: Span) => (us - fromUs) / (toUs - fromUs);

/** What is laid over the lanes. */
export interface Laid {
  cursors: readonly [number, number];
  marks: readonly number[];
  /** The stretch that a finding speaks of. */
  evidence: Span | null;
}

/**
 * A stretch of a recording: the chosen lane large, then every lane. A press sets the nearer cursor; the wheel draws nearer
 * where the pointer is, or moves along with Shift.
 */
export function Stretch({
  view,
  setView,
  setWidth,
  drawing,
  beneath,
  places,
  chosen,
  choose,
  laid,
  setCursor,
  height,
}: {
  view: Span;
  setView: (fromUs: number, toUs: number) => void;
  /** Told how many pixels wide the lanes are. */
  setWidth: (n: number) => void;
  drawing: DeskDrawing | null;
  /** Another recording, drawn softly beneath: of each of these channels, or null where it has none. */
  beneath: (Uint16Array | null)[] | null;
  /** Names and colours of its channels, then of its contacts. */
  places: readonly { name: string; colour: string }[];
  chosen: number;
  choose: (row: number) => void;
  laid: Laid;
  setCursor: (which: 0 | 1, us: number) => void;
  height: string;
}) {
  const box = useRef<HTMLDivElement>(null);
  const colours = useColours();
  useWidth(box, LEFT, setWidth);
  useWheel(box, LEFT, view, setView);
  const rows = useMemo(
    () =>
      places.map((place, i): LaneRow => {
        const channels = drawing?.channels.length ?? 0;
        const trace = drawing && i < channels ? traceOf(drawing.channels[i]) : null;
        return { ...place, trace, contact: drawing?.contacts[i - channels] ?? null };
      }),
    [drawing, places],
  );
  const stamp = useStamp(rows);
  const timeAt = (e: React.PointerEvent) => {
    const { left, width } = box.current!.getBoundingClientRect();
    const share = (e.clientX - left - LEFT) / (width - LEFT);
    return view.fromUs + Math.max(0, Math.min(1, share)) * (view.toUs - view.fromUs);
  };
  const [held, setHeld] = useState<0 | 1>(0);
  const trace = rows[chosen]?.trace;
  const under = beneath?.[chosen];
  const style = (us: number) => ({
    left: `calc(${LEFT}px + (100% - ${LEFT}px) * ${shareOf(us, view)})`,
  });
  const within = (us: number) => us >= view.fromUs && us <= view.toUs;
  return (
    <div
      ref={box}
      className={styles.stretch}
      onPointerDown={(e) => {
        if (e.clientX - box.current!.getBoundingClientRect().left < LEFT) return;
        const us = timeAt(e);
        const nearer = Math.abs(us - laid.cursors[0]) <= Math.abs(us - laid.cursors[1]) ? 0 : 1;
        e.currentTarget.setPointerCapture(e.pointerId);
        setHeld(nearer);
        setCursor(nearer, us);
      }}
      onPointerMove={(e) => e.buttons > 0 && pressedHere(e) && setCursor(held, timeAt(e))}
    >
      <div className={styles.large} style={{ paddingLeft: LEFT - TRACE_LEFT }}>
        <b>{places[chosen]?.name}</b>
        {trace ? (
          <Trace
            ring={trace}
            beneath={under ? traceOf(under) : undefined}
            colour={places[chosen].colour}
            range={null}
            overlay={NOTHING}
            height={height}
            label={`${places[chosen].name}, in counts, from ${(view.fromUs / 1e6).toFixed(3)} s to ${(view.toUs / 1e6).toFixed(3)} s`}
          />
        ) : (
          <div style={{ height }} />
        )}
      </div>
      <LaneRows
        rows={rows}
        left={LEFT}
        share={0.34}
        stamp={stamp}
        chosen={chosen}
        choose={choose}
        label={`${counted(places.length, 'lane')} at once`}
      />
      {laid.evidence && (
        <i
          className={styles.evidence}
          style={{
            ...style(Math.max(view.fromUs, laid.evidence.fromUs)),
            right: `calc((100% - ${LEFT}px) * ${Math.max(0, 1 - shareOf(laid.evidence.toUs, view))})`,
          }}
        />
      )}
      {laid.marks.filter(within).map((us) => (
        <i key={us} className={styles.mark} style={{ ...style(us), borderColor: colours.doubt }} />
      ))}
      {laid.cursors.map((us, i) => within(us) && <i key={i} className={styles.cursor} style={style(us)} />)}
      <TimeAxis view={view} left={LEFT} />
    </div>
  );
}

/** A function that tells whether something is new. */
function useStamp(what: unknown): () => number {
  const count = useRef({ what, n: 0 });
  return useCallback(() => {
    if (count.current.what !== what) count.current = { what, n: count.current.n + 1 };
    return count.current.n;
  }, [what]);
}
