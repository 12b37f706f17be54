import { useRef, type PointerEvent, type SVGProps } from 'react';
import { levelPort, playedLanes } from '@/core/kinds/ports';
import { kindOf } from '@/core/kinds/registry';
import { placeKey, type Place } from '@/core/plan/face/places';
import type { Hand } from '../../hooks/use-hand';
import { playsOneWay } from '../plays-one-way';
import { pressedHere } from '../pressed-here';
import type { Drawn } from './face-picture';

/** How a pointer plays a place: pressed at a height, in two directions at once, along it, or drawn up and down from it. */
export type Touched = 'pad' | 'field' | 'along' | 'pull';

/** Levels beyond these are pressed as pads are. */
const MOST_LEVELS = 3;
/** A level that is shorter, or round, is drawn up and down from where it is pressed; so many px are its whole way. */
const SHORT = 100;
const PULL = 120;
/** A press that is not drawn up or down plays so much. */
const PRESSED = 0.35;
/** A little more than all can be played. */
const BEYOND = 1.1;
const LEAST_STRIKE = 0.05;

export function touchedAs({ place: { sensor, lanes, shape }, width, height }: Drawn): Touched {
  if (lanes.length > 1) return 'field';
  if (levelPort(sensor) === null || sensor.lanes.length > MOST_LEVELS) return 'pad';
  return shape !== 'round' && Math.max(width, height) >= SHORT ? 'along' : 'pull';
}

/** The lanes that a place plays by itself: two of a field. */
export const lanesTouched = ({ sensor, lanes }: Place): readonly number[] =>
  lanes.length > 1 ? playedLanes(sensor).slice(0, 2) : lanes;

/** What the places of a face answer to a pointer with. */
export function useFaceHand(hand: Hand): (drawn: Drawn) => SVGProps<SVGGElement> {
  const from = useRef(new Map<string, { y: number; strength: number }>());
  const press = (drawn: Drawn, e: PointerEvent<SVGGElement>, first: boolean) => {
    const { place } = drawn;
    const { sensor } = place;
    const { x, y } = within(drawn, e);
    const low = playsOneWay(sensor) ? 0 : -1;
    const sided = (share: number) => low + (1 - low) * share;
    const lanes = lanesTouched(place);
    const as = touchedAs(drawn);
    if (as === 'pull') return pull(place, e, first, low * BEYOND);
    if (as === 'pad') {
      if (first) hand.press(sensor.id, lanes[0], Math.max(LEAST_STRIKE, 1 - y));
    } else if (as === 'along') {
      const beyond = kindOf(sensor).family === 'place' ? 1 : BEYOND;
      hand.slide(sensor.id, lanes[0], beyond * sided(drawn.width > drawn.height ? x : 1 - y));
    } else [x, 1 - y].forEach((share, i) => hand.slide(sensor.id, lanes[i], sided(share)));
  };
  /** Drawn up and down; what stays where it is left goes on from there, and what is held is let go. */
  const pull = (place: Place, e: PointerEvent, first: boolean, low: number) => {
    const { sensor } = place;
    const key = placeKey(place);
    const kept = kindOf(sensor).letGo === 'stays' ? from.current.get(key)?.strength : undefined;
    const begins = hand.isHeld(sensor.id, place.lanes[0]) ? 0 : PRESSED;
    if (first) from.current.set(key, { y: e.clientY, strength: kept ?? begins });
    const { y, strength } = from.current.get(key)!;
    const next = Math.max(low, Math.min(BEYOND, strength + (y - e.clientY) / PULL));
    from.current.set(key, { y: e.clientY, strength: next });
    hand.slide(sensor.id, place.lanes[0], next);
  };
  return (drawn) => {
    const letGo = (e: PointerEvent) => {
      if (!pressedHere(e)) return;
      lanesTouched(drawn.place).forEach((lane) => hand.release(drawn.place.sensor.id, lane));
    };
    return {
      onPointerDown: (e) => {
        e.currentTarget.setPointerCapture(e.pointerId);
        press(drawn, e, true);
      },
      onPointerMove: (e) => {
        if (e.buttons > 0 && pressedHere(e)) press(drawn, e, false);
      },
      onPointerUp: letGo,
      onPointerCancel: letGo,
    };
  };
}

/** Where a pointer is in a place as it is turned, shares from its left and upper edge. */
function within({ place, width, height }: Drawn, e: PointerEvent<SVGGElement>): { x: number; y: number } {
  // Its shape alone: a word may stand below it.
  const shape = e.currentTarget.firstElementChild!;
  const { left, top, width: across, height: down } = shape.getBoundingClientRect();
  const [x, y] = [e.clientX - left - across / 2, e.clientY - top - down / 2];
  const angle = (-place.box.turn * Math.PI) / 180;
  const share = (at: number, size: number) => Math.max(0, Math.min(1, at / size + 0.5));
  return {
    x: share(x * Math.cos(angle) - y * Math.sin(angle), width),
    y: share(x * Math.sin(angle) + y * Math.cos(angle), height),
  };
}
