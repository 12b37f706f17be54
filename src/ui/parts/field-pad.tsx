import { useRef } from 'react';
import type { Sensor } from '@/core/instrument/sensor';
import { levelPort } from '@/core/kinds/ports';
import type { Hand } from '../hooks/use-hand';
import styles from './lanes.module.css';
import { playsOneWay } from './plays-one-way';

/** Two lanes that a hand plays at once, across and along: a stick, a surface, a tilt. */
export function FieldPad({
  sensor,
  lanes,
  hand,
}: {
  sensor: Sensor;
  lanes: readonly [number, number];
  hand: Hand;
}) {
  const pad = useRef<HTMLDivElement>(null);
  const dot = useRef<HTMLElement>(null);
  const oneWay = playsOneWay(sensor);
  const press = (e: React.PointerEvent) => {
    const box = pad.current!.getBoundingClientRect();
    const shares = [(e.clientX - box.left) / box.width, 1 - (e.clientY - box.top) / box.height];
    const within = shares.map((share) => Math.max(0, Math.min(1, share)));
    Object.assign(dot.current!.style, { left: `${100 * within[0]}%`, bottom: `${100 * within[1]}%` });
    shares.forEach((share, i) => {
      const strength = Math.max(-1, Math.min(1, oneWay ? share : 2 * share - 1));
      hand.slide(sensor.id, lanes[i], strength);
    });
  };
  const release = () => lanes.forEach((lane) => hand.release(sensor.id, lane));
  const [across, along] = lanes.map((lane) => levelPort(sensor, lane));
  return (
    <div
      ref={pad}
      className={styles.field}
      data-middle={!oneWay || undefined}
      onPointerDown={(e) => {
        e.currentTarget.setPointerCapture(e.pointerId);
        press(e);
      }}
      onPointerMove={(e) => e.buttons > 0 && press(e)}
      onPointerUp={release}
      onPointerCancel={release}
    >
      <span>{along} ↑</span>
      <span>{across} →</span>
      <i ref={dot} aria-hidden="true" />
    </div>
  );
}
