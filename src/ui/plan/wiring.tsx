'use client';

import { useState } from 'react';
import type { Sensor } from '@/core/instrument/sensor';
import { kindOf } from '@/core/kinds/registry';
import { pinRefusal, type Wire } from '@/core/plan/assign';
import type { BoardPlan } from '@/core/plan/board-plan';
import { movePin } from '@/core/plan/take-fit';
import { counted } from '@/core/units/counted';
import { useChangeInstrument } from '../hooks/use-change-sensor';
import { useInstrument, useSensor, useSession, useWorkspace } from '../hooks/use-session';
import { layOut, PIN_WIDTH, ROW, WIDTH, type Row } from './lay-out';
import styles from './plan.module.css';

/** What hands, breath and feet do at the left, the board's pins at the right, and the wires between. */
export function Wiring({ plan }: { plan: BoardPlan }) {
  const instrument = useInstrument();
  const readOnly = useWorkspace((s) => s.readOnly);
  const change = useChangeInstrument();
  const [held, setHeld] = useState<string | null>(null);
  const [refused, setRefused] = useState<string | null>(null);
  const board = instrument.boards.find((b) => b.id === plan.board)!;
  const sensors = instrument.sensors.filter((s) => s.board === board.id);
  const { rows, pins, hidden, height } = layOut(sensors, plan.wires, board.pins ?? null, held !== null);
  const wire = plan.wires?.find((w) => w.signal.label === held) ?? null;

  const hold = (label: string) => {
    setRefused(null);
    setHeld((h) => (h === label || readOnly ? null : label));
  };
  const lead = (to: string) => {
    if (!wire || wire.pin === to) return setHeld(null);
    const moved = movePin(instrument, board, wire, to);
    if (moved.ok) change(`${wire.signal.label} to pin ${to}`, () => moved.value);
    setRefused(moved.ok ? null : moved.says);
    setHeld(null);
  };
  return (
    <figure className={styles.wiring} data-held={held !== null}>
      <figcaption>
        <b>{board.name}</b>
        <span>
          {board.bits} bits, {board.supplyVolts} V, {board.scanHz} scans a second
          {board.pins?.multiplexers ? `, with ${counted(board.pins.multiplexers, 'multiplexer')}` : ''}
        </span>
      </figcaption>
      <svg
        viewBox={`0 0 ${WIDTH} ${height}`}
        role="group"
        aria-label={`Wires of ${board.name}`}
        onPointerLeave={() => setRefused(null)}
      >
        {rows.map((row) => (
          <SensorBlock key={row.sensor.id} row={row} held={held} hold={hold} />
        ))}
        {plan.wires?.map((w) => {
          const from = rows.find((r) => r.sensor.id === w.signal.sensor)?.signals.get(w.signal.label);
          const to = pins.find((p) => p.name === w.pin);
          if (from === undefined || !to) return null;
          return (
            <path
              key={w.signal.label}
              d={bend(from, to.y)}
              stroke={`var(--${kindOf(sensors.find((s) => s.id === w.signal.sensor)!).family})`}
              className={styles.wire}
              data-proposed={!w.fixed}
              data-held={held === w.signal.label}
              onPointerDown={() => hold(w.signal.label)}
            />
          );
        })}
        {pins.map((pin) => {
          const own = plan.wires?.find((w) => w.pin === pin.name);
          const cannot = wire && board.pins ? pinRefusal(board.pins, wire.signal, pin.name) : null;
          return (
            <g
              key={pin.name}
              role="button"
              tabIndex={0}
              aria-label={pinWords(pin.name, own, wire, cannot)}
              className={styles.pin}
              data-used={own !== undefined}
              data-cannot={cannot !== null}
              onPointerDown={() => !wire && own && hold(own.signal.label)}
              onPointerUp={() => wire && own?.signal.label !== held && lead(pin.name)}
              onKeyDown={(e) => {
                if (e.key !== 'Enter' && e.key !== ' ') return;
                e.preventDefault();
                e.stopPropagation();
                if (wire) lead(pin.name);
                else if (own) hold(own.signal.label);
              }}
            >
              <title>{cannot ?? pinWords(pin.name, own, wire, cannot)}</title>
              <rect x={WIDTH - PIN_WIDTH} y={pin.y - ROW / 2 + 1} width={PIN_WIDTH} height={ROW - 2} rx={2} />
              <text x={WIDTH - PIN_WIDTH + 8} y={pin.y + 4}>
                {pin.name}
              </text>
              <text x={WIDTH - 8} y={pin.y + 4} textAnchor="end" className={styles.can}>
                {own ? own.signal.label : pin.can}
              </text>
            </g>
          );
        })}
        {hidden > 0 && (
          <text x={WIDTH - 8} y={height - 6} textAnchor="end" className={styles.can}>
            and {hidden} more free
          </text>
        )}
        {!board.pins && (
          <text x={WIDTH - 20} y={height / 2} textAnchor="end" className={styles.can}>
            its pins are not told yet
          </text>
        )}
      </svg>
      <p role="status">{refused ?? (wire ? `Lead ${wire.signal.label} to a pin.` : '')}</p>
    </figure>
  );
}

function pinWords(name: string, own: Wire | undefined, held: Wire | null, cannot: string | null): string {
  if (cannot) return cannot;
  if (held) return `Lead ${held.signal.label} to pin ${name}`;
  return own ? `Pin ${name}: ${own.signal.label}` : `Pin ${name}, free`;
}

/** A sensor with its signals; more than a few are one bundle. */
function SensorBlock({ row, held, hold }: { row: Row; held: string | null; hold: (label: string) => void }) {
  const { choice } = useSession();
  const { sensor: chosen } = useSensor();
  const { sensor, y, height, signals, named } = row;
  const family = kindOf(sensor).family;
  return (
    <g
      className={styles.block}
      data-chosen={chosen.id === sensor.id}
      onPointerDown={() => choice.setState({ sensor: sensor.id, lane: 0 })}
    >
      <rect x={0} y={y} width={BLOCK} height={height} />
      <rect x={0} y={y} width={4} height={height} fill={`var(--${family})`} stroke="none" />
      <text x={14} y={y + 18} className={styles.name}>
        {sensor.name.slice(0, 24)}
      </text>
      <text x={14} y={y + 34} className={styles.can}>
        {kindWords(sensor)}
      </text>
      {[...signals].map(([label, at]) => (
        <g
          key={label}
          role={named ? 'button' : undefined}
          tabIndex={named ? 0 : undefined}
          aria-label={named ? `Hold ${label}` : undefined}
          className={styles.signal}
          data-held={held === label}
          onPointerDown={() => hold(label)}
          onKeyDown={(e) => {
            if (e.key !== 'Enter' && e.key !== ' ') return;
            e.preventDefault();
            e.stopPropagation();
            hold(label);
          }}
        >
          <circle cx={BLOCK} cy={at} r={named ? 4 : 2} fill={`var(--${family})`} />
          {named && (
            <text x={BLOCK - 10} y={at + 4} textAnchor="end" className={styles.can}>
              {label.split(' · ')[1]}
            </text>
          )}
        </g>
      ))}
    </g>
  );
}

const kindWords = (sensor: Sensor): string => {
  const { name, family } = kindOf(sensor);
  const lanes = sensor.lanes.length > 1 ? `, ${sensor.lanes.length} lanes` : '';
  return `${family}: ${name}${lanes}`.slice(0, 36);
};

const BLOCK = 300;

/** A wire as it would lie: level at both ends. */
const bend = (from: number, to: number): string => {
  const [left, right] = [BLOCK, WIDTH - PIN_WIDTH];
  const middle = (left + right) / 2;
  return `M${left} ${from} C${middle} ${from} ${middle} ${to} ${right} ${to}`;
};
