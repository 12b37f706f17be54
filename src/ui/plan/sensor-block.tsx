'use client';

import { useDraggable, useDroppable } from '@dnd-kit/core';
import type { Wire } from '@/core/plan/assign';
import type { Sensor } from '@/core/instrument/sensor';
import { kindOf } from '@/core/kinds/registry';
import { counted } from '@/core/units/counted';
import { useSensor, useSession } from '../hooks/use-session';
import { BLOCK, type Row } from './lay-out';
import styles from './plan.module.css';
import { byPointer, inPicture, useWiringDesk, type Thing } from './wiring-desk';

/** A sensor with its signals; more than a few are one bundle. It is dragged by its handle to another place or board. */
export function SensorBlock({ row, board, wires }: { row: Row; board: string; wires: readonly Wire[] }) {
  const { choice } = useSession();
  const { sensor: chosen } = useSensor();
  const { sensor, y, height, signals, named } = row;
  const family = kindOf(sensor).family;
  const thing: Thing = { is: 'sensor', board, sensor: sensor.id };
  const { setNodeRef: setDrop, isOver } = useDroppable({ id: `sensor ${sensor.id}`, data: thing });
  const {
    setNodeRef: setDrag,
    attributes,
    listeners,
  } = useDraggable({
    id: `move ${sensor.id}`,
    data: thing,
  });
  return (
    <g
      ref={inPicture(setDrop)}
      className={styles.block}
      data-chosen={chosen.id === sensor.id}
      data-over={isOver}
      onPointerDown={() => choice.setState({ sensor: sensor.id, lane: 0 })}
    >
      <rect x={0} y={y} width={BLOCK} height={height} />
      <rect x={0} y={y} width={4} height={height} fill={`var(--${family})`} stroke="none" />
      <text x={26} y={y + 18} className={styles.name}>
        {sensor.name.slice(0, 24)}
      </text>
      <text x={26} y={y + 34} className={styles.can}>
        {kindWords(sensor)}
      </text>
      <g
        ref={inPicture(setDrag)}
        {...attributes}
        {...listeners}
        aria-label={`Move ${sensor.name}`}
        className={styles.handle}
      >
        <rect x={4} y={y} width={18} height={height} />
        {[0, 1, 2].map((i) => (
          <line key={i} x1={9} x2={17} y1={y + 14 + 5 * i} y2={y + 14 + 5 * i} />
        ))}
      </g>
      {[...signals].map(([label, at]) => {
        const wire = wires.find((w) => w.signal.label === label);
        return wire ? (
          <Signal key={label} {...{ board, wire, at, named, family }} />
        ) : (
          <circle key={label} cx={BLOCK} cy={at} r={2} fill={`var(--${family})`} />
        );
      })}
    </g>
  );
}

/** Where a wire leaves its sensor: it is dragged from here, or held by a press. */
function Signal({
  board,
  wire,
  at,
  named,
  family,
}: {
  board: string;
  wire: Wire;
  at: number;
  named: boolean;
  family: string;
}) {
  const { held, hold } = useWiringDesk();
  const { label } = wire.signal;
  const { setNodeRef, listeners } = useDraggable({
    id: `wire ${board} ${label}`,
    data: { is: 'wire', board, wire } satisfies Thing,
  });
  return (
    <g
      ref={inPicture(setNodeRef)}
      {...byPointer(listeners)}
      role={named ? 'button' : undefined}
      tabIndex={named ? 0 : undefined}
      aria-label={named ? `Hold ${label}` : undefined}
      className={styles.signal}
      data-held={held?.board === board && held.wire.signal.label === label}
      onClick={() => hold(board, wire)}
      onKeyDown={(e) => {
        if (e.key !== 'Enter' && e.key !== ' ') return;
        e.preventDefault();
        hold(board, wire);
      }}
    >
      <rect
        x={named ? BLOCK - 90 : BLOCK - 8}
        y={at - (named ? 9 : 3)}
        width={named ? 98 : 16}
        height={named ? 18 : 6}
      />
      <circle cx={BLOCK} cy={at} r={named ? 4 : 2} fill={`var(--${family})`} />
      {named && (
        <text x={BLOCK - 10} y={at + 4} textAnchor="end" className={styles.can}>
          {label.split(' · ')[1]}
        </text>
      )}
    </g>
  );
}

const kindWords = (sensor: Sensor): string => {
  const { name, family } = kindOf(sensor);
  const lanes = sensor.lanes.length > 1 ? `, ${counted(sensor.lanes.length, 'lane')}` : '';
  return `${family}: ${name}${lanes}`.slice(0, 36);
};
