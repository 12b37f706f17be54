'use client';

import {
  closestCenter,
  DndContext,
  KeyboardSensor,
  MeasuringStrategy,
  MouseSensor,
  pointerWithin,
  TouchSensor,
  useSensor as useDragBy,
  useSensors as useDragsBy,
  type CollisionDetection,
  type DragEndEvent,
  type DraggableSyntheticListeners,
  type KeyboardCoordinateGetter,
} from '@dnd-kit/core';
import { createContext, useContext, useState, type DOMAttributes, type ReactNode } from 'react';
import { useKey } from '../hooks/use-key';
import { withPlaced } from '@/core/plan/edit';
import type { Wire } from '@/core/plan/assign';
import { movePin } from '@/core/plan/take-fit';
import { useChangeInstrument } from '../hooks/use-change-sensor';
import { useInstrument, useWorkspace } from '../hooks/use-session';

/** What is dragged or dropped upon. */
export type Thing =
  | { is: 'wire'; board: string; wire: Wire }
  | { is: 'pin'; board: string; pin: string }
  | { is: 'sensor'; board: string; sensor: string }
  | { is: 'board'; board: string };

interface Desk {
  /** The wire that is held, by drag or by a press. */
  held: { board: string; wire: Wire } | null;
  /** Where the pointer has it, in the window, px; null where it was chosen by a press. */
  point: { x: number; y: number } | null;
  /** Why the last wire could not be led. */
  refused: string | null;
  hold: (board: string, wire: Wire) => void;
  lead: (pin: string) => void;
  forget: () => void;
}

const DeskContext = createContext<Desk | null>(null);

/** @throws outside a wiring desk */
export function useWiringDesk(): Desk {
  const desk = useContext(DeskContext);
  if (!desk) throw new Error('useWiringDesk: a wiring desk is required around this');
  return desk;
}

/** A wire is dropped on what lies under the pointer; a sensor on the nearest block, or on a board. */
const collide: CollisionDetection = (at) => {
  const wanted = (at.active.data.current as Thing).is === 'wire' ? ['pin'] : ['sensor', 'board'];
  const droppableContainers = at.droppableContainers.filter((d) =>
    wanted.includes((d.data.current as Thing).is),
  );
  const under = pointerWithin({ ...at, droppableContainers });
  const blocks = under.filter(({ id }) => String(id).startsWith('sensor'));
  if (blocks.length > 0 || under.length > 0) return blocks.length > 0 ? blocks : under;
  return at.pointerCoordinates ? [] : closestCenter({ ...at, droppableContainers });
};

/** By keys a sensor goes from block to block. */
const toNext: KeyboardCoordinateGetter = (event, { context, currentCoordinates }) => {
  const down = event.code === 'ArrowDown';
  if (!down && event.code !== 'ArrowUp') return undefined;
  event.preventDefault();
  const from = context.collisionRect?.top ?? currentCoordinates.y;
  const tops = [...context.droppableRects.entries()]
    .filter(([id, { top }]) => String(id).startsWith('sensor') && (down ? top > from + 4 : top < from - 4))
    .map(([, rect]) => rect)
    .sort((a, b) => (down ? a.top - b.top : b.top - a.top));
  return tops[0] && { x: tops[0].left, y: tops[0].top };
};

/** Where wires are led to pins, and sensors to other places and boards: by pointer, touch and keys. */
export function WiringDesk({ children }: { children: ReactNode }) {
  const instrument = useInstrument();
  const readOnly = useWorkspace((s) => s.readOnly);
  const change = useChangeInstrument();
  const [held, setHeld] = useState<Desk['held']>(null);
  const [point, setPoint] = useState<Desk['point']>(null);
  const [refused, setRefused] = useState<string | null>(null);
  const drags = useDragsBy(
    useDragBy(MouseSensor, { activationConstraint: { distance: 4 } }),
    useDragBy(TouchSensor, { activationConstraint: { delay: 120, tolerance: 8 } }),
    useDragBy(KeyboardSensor, { coordinateGetter: toNext }),
  );
  const letGo = () => {
    setHeld(null);
    setPoint(null);
  };
  useKey('escape', letGo, { enabled: held !== null });
  const hold = (board: string, wire: Wire) => {
    setRefused(null);
    const same = held?.wire.signal.label === wire.signal.label && held.board === board;
    setHeld(same || readOnly ? null : { board, wire });
  };
  const lead = (to: string) => {
    const board = instrument.boards.find((b) => b.id === held?.board);
    letGo();
    if (!held || !board || held.wire.pin === to) return;
    const moved = movePin(instrument, board, held.wire, to);
    if (moved.ok) change(`${held.wire.signal.label} to pin ${to}`, () => moved.value);
    setRefused(moved.ok ? null : moved.says);
  };
  const drop = ({ active, over }: DragEndEvent) => {
    const [thing, onto] = [active.data.current as Thing, over?.data.current as Thing | undefined];
    if (thing.is === 'wire' && onto?.is === 'pin' && onto.board === thing.board) lead(onto.pin);
    else if (thing.is === 'sensor' && onto && onto.is !== 'pin' && !readOnly) {
      const before = onto.is === 'sensor' ? onto.sensor : null;
      if (before !== thing.sensor)
        change('sensor moved', (i) => withPlaced(i, thing.sensor, onto.board, before));
    }
    letGo();
  };
  return (
    <DeskContext value={{ held, point, refused, hold, lead, forget: () => setRefused(null) }}>
      <DndContext
        id="wiring"
        sensors={drags}
        collisionDetection={collide}
        measuring={{ droppable: { strategy: MeasuringStrategy.Always } }}
        onDragStart={({ active }) => {
          const thing = active.data.current as Thing;
          setRefused(null);
          if (thing.is === 'wire' && !readOnly) setHeld({ board: thing.board, wire: thing.wire });
        }}
        onDragMove={({ active, activatorEvent, delta }) => {
          const { clientX, clientY } = pointOf(activatorEvent);
          if ((active.data.current as Thing).is === 'wire')
            setPoint({ x: clientX + delta.x, y: clientY + delta.y });
        }}
        onDragEnd={drop}
        onDragCancel={letGo}
      >
        {children}
      </DndContext>
    </DeskContext>
  );
}

const pointOf = (e: Event): { clientX: number; clientY: number } =>
  'touches' in e ? (e as TouchEvent).touches[0] : (e as MouseEvent);

/** A place for an element of a picture: what drags and drops measures any element, though it is told of HTML's. */
export const inPicture =
  (set: (node: HTMLElement | null) => void) =>
  (node: SVGElement | null): void =>
    set(node as unknown as HTMLElement | null);

/** What begins a drag by pointer and touch; keys hold a wire by a press instead. */
export function byPointer(listeners: DraggableSyntheticListeners) {
  const { onMouseDown, onTouchStart } = listeners ?? {};
  return { onMouseDown, onTouchStart } as Pick<DOMAttributes<Element>, 'onMouseDown' | 'onTouchStart'>;
}
