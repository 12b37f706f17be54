'use client';

import Button from '@mui/material/Button';
import { useDraggable, useDroppable } from '@dnd-kit/core';
import { useState } from 'react';
import type { Board } from '@/core/instrument/board';
import { kindOf } from '@/core/kinds/registry';
import { pinRefusal, type Wire } from '@/core/plan/assign';
import type { BoardPlan } from '@/core/plan/board-plan';
import { counted } from '@/core/units/counted';
import { offers, TRANSPORT_WORDS, withTransport } from '@/core/plan/transports';
import { transportsOf } from '@/core/instrument/transports';
import { TRANSPORTS } from '@/core/instrument/board';
import { useChangeInstrument } from '../hooks/use-change-sensor';
import { useInstrument } from '../hooks/use-session';
import { BLOCK, layOut, PIN_WIDTH, ROW, WIDTH, type PinPlace } from './lay-out';
import styles from './plan.module.css';
import { SensorBlock } from './sensor-block';
import { byPointer, inPicture, useWiringDesk, type Thing } from './wiring-desk';

/** What hands, breath and feet do at the left, the board's pins at the right, and the wires between. */
export function Wiring({ plan }: { plan: BoardPlan }) {
  const instrument = useInstrument();
  const desk = useWiringDesk();
  const change = useChangeInstrument();
  const [box, setBox] = useState<DOMRect | null>(null);
  const board = instrument.boards.find((b) => b.id === plan.board)!;
  const sensors = instrument.sensors.filter((s) => s.board === board.id);
  const held = desk.held?.board === board.id ? desk.held.wire : null;
  const { rows, pins, hidden, height } = layOut(sensors, plan.wires, board.pins ?? null, held !== null);
  const { setNodeRef, isOver } = useDroppable({
    id: `board ${board.id}`,
    data: { is: 'board', board: board.id } satisfies Thing,
  });
  const familyOf = (wire: Wire) => kindOf(sensors.find((s) => s.id === wire.signal.sensor)!).family;
  const start = (wire: Wire) =>
    rows.find((r) => r.sensor.id === wire.signal.sensor)?.signals.get(wire.signal.label);
  return (
    <figure
      ref={setNodeRef}
      className={styles.wiring}
      data-held={held !== null}
      data-over={isOver}
      onPointerLeave={desk.forget}
    >
      <figcaption>
        <b>{board.name}</b>
        <span>
          {board.bits} bits, {board.supplyVolts} V, {board.scanHz} scans a second
          {board.pins?.multiplexers ? `, with ${counted(board.pins.multiplexers, 'multiplexer')}` : ''}
          {board.pins && ', plays over'}
          {board.pins &&
            TRANSPORTS.map((own) => {
              const on = transportsOf(board).includes(own);
              return (
                <Button
                  key={own}
                  aria-pressed={on}
                  className={styles.wayOut}
                  disabled={!on && !offers(board, own)}
                  onClick={() =>
                    change(`${on ? 'no longer plays' : 'plays'} over ${TRANSPORT_WORDS[own]}`, (before) =>
                      withTransport(before, board.id, own),
                    )
                  }
                >
                  {TRANSPORT_WORDS[own]}
                </Button>
              );
            })}
        </span>
      </figcaption>
      <svg
        viewBox={`0 0 ${WIDTH} ${height}`}
        role="group"
        aria-label={`Wires of ${board.name}`}
        onPointerMove={(e) => held && setBox(e.currentTarget.getBoundingClientRect())}
      >
        {rows.map((row) => (
          <SensorBlock key={row.sensor.id} row={row} board={board.id} wires={plan.wires ?? []} />
        ))}
        {plan.wires?.map((wire) => {
          const from = start(wire);
          const to = pins.find((p) => p.name === wire.pin);
          if (from === undefined || !to) return null;
          const label = wire.signal.label;
          const isHeld = held?.signal.label === label;
          const followed = isHeld && desk.point !== null;
          return (
            <path
              key={label}
              d={bend(from, to.y)}
              stroke={`var(--${familyOf(wire)})`}
              className={styles.wire}
              data-proposed={!wire.fixed}
              data-held={isHeld && !followed}
              data-left={followed}
              onClick={() => desk.hold(board.id, wire)}
            />
          );
        })}
        {pins.map((pin) => (
          <Pin key={pin.name} {...{ pin, board, wires: plan.wires ?? [], held }} />
        ))}
        {held && start(held) !== undefined && (
          <Following {...{ box, height, from: start(held)!, family: familyOf(held) }} />
        )}
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
      <p role="status">
        {desk.refused ?? (held ? `Lead ${held.signal.label} to a pin; Esc lets it go.` : '')}
      </p>
    </figure>
  );
}

/** A held wire from its sensor to the pointer. @param box of the picture, in the window, px */
function Following({
  box,
  from,
  family,
  height,
}: {
  box: DOMRect | null;
  from: number;
  family: string;
  height: number;
}) {
  const { point } = useWiringDesk();
  if (!point || !box) return null;
  const x = ((point.x - box.left) / box.width) * WIDTH;
  const y = ((point.y - box.top) / box.height) * height;
  return <path d={bendTo(from, x, y)} stroke={`var(--${family})`} className={styles.following} />;
}

/** A pin: a wire is dropped on it anywhere, and one that it has is dragged off it. */
function Pin({
  pin,
  board,
  wires,
  held,
}: {
  pin: PinPlace;
  board: Board;
  wires: readonly Wire[];
  held: Wire | null;
}) {
  const desk = useWiringDesk();
  const own = wires.find((w) => w.pin === pin.name);
  const cannot = held && board.pins ? pinRefusal(board.pins, held.signal, pin.name) : null;
  const { setNodeRef: setDrop, isOver } = useDroppable({
    id: `pin ${board.id} ${pin.name}`,
    data: { is: 'pin', board: board.id, pin: pin.name } satisfies Thing,
  });
  const { setNodeRef: setDrag, listeners } = useDraggable({
    id: `off ${board.id} ${pin.name}`,
    disabled: !own,
    data: own && ({ is: 'wire', board: board.id, wire: own } satisfies Thing),
  });
  const press = () => (held ? desk.lead(pin.name) : own && desk.hold(board.id, own));
  const set = (node: SVGElement | null) => {
    inPicture(setDrop)(node);
    inPicture(setDrag)(node);
  };
  return (
    <g
      ref={set}
      {...byPointer(listeners)}
      role="button"
      tabIndex={0}
      aria-label={pinWords(pin.name, own, held, cannot)}
      className={styles.pin}
      data-used={own !== undefined}
      data-cannot={cannot !== null}
      data-over={isOver}
      onClick={press}
      onKeyDown={(e) => {
        if (e.key !== 'Enter' && e.key !== ' ') return;
        e.preventDefault();
        press();
      }}
    >
      <title>{cannot ?? pinWords(pin.name, own, held, cannot)}</title>
      <rect x={WIDTH - PIN_WIDTH} y={pin.y - ROW / 2 + 1} width={PIN_WIDTH} height={ROW - 2} rx={2} />
      <text x={WIDTH - PIN_WIDTH + 8} y={pin.y + 4}>
        {pin.name}
      </text>
      <text x={WIDTH - 8} y={pin.y + 4} textAnchor="end" className={styles.can}>
        {own ? own.signal.label : pin.can}
      </text>
    </g>
  );
}

function pinWords(name: string, own: Wire | undefined, held: Wire | null, cannot: string | null): string {
  if (cannot) return cannot;
  if (held) return `Lead ${held.signal.label} to pin ${name}`;
  return own ? `Pin ${name}: ${own.signal.label}` : `Pin ${name}, free`;
}

/** A wire as it would lie: level at both ends. */
const bend = (from: number, to: number): string => bendTo(from, WIDTH - PIN_WIDTH, to);
const bendTo = (from: number, x: number, to: number): string =>
  `M${BLOCK} ${from} C${(BLOCK + x) / 2} ${from} ${(BLOCK + x) / 2} ${to} ${x} ${to}`;
