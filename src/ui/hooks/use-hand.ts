'use client';

import { useState } from 'react';
import { useSession } from './use-session';

/** A level that is let go nearer to rest than this is at rest; share of its reach. */
const AT_REST = 0.08;

/** A hand on the practice board; with one pointer several inputs can be held, each until it is pressed again. */
export interface Hand {
  holds: boolean;
  setHolds: (holds: boolean) => void;
  isHeld: (sensor: string, lane: number) => boolean;
  /** Presses a pad; one that is held is let go. @param strength 0 … 1 */
  press: (sensor: string, lane: number, strength: number) => void;
  /** Moves a level; where it is held it stays there. @param strength −1.1 … 1.1 */
  slide: (sensor: string, lane: number, strength: number) => void;
  /** The pointer is lifted: what is not held is let go. */
  release: (sensor: string, lane: number) => void;
}

export function useHand(): Hand {
  const session = useSession();
  const [holds, setHolds] = useState(false);
  const [held, setHeld] = useState<readonly string[]>([]);
  const say = (sensor: string, lane: number, strength: number | null) =>
    session.say({ is: 'hand', sensor, lane, strength });
  const keyOf = (sensor: string, lane: number) => `${lane} ${sensor}`;
  const keep = (key: string, kept: boolean) =>
    setHeld((before) => [...before.filter((k) => k !== key), ...(kept ? [key] : [])]);
  const letGo = () => {
    for (const key of held) {
      const [lane, ...sensor] = key.split(' ');
      say(sensor.join(' '), Number(lane), null);
    }
    setHeld([]);
  };
  return {
    holds,
    setHolds: (next) => {
      if (!next) letGo();
      setHolds(next);
    },
    isHeld: (sensor, lane) => held.includes(keyOf(sensor, lane)),
    press: (sensor, lane, strength) => {
      const letsGo = holds && held.includes(keyOf(sensor, lane));
      say(sensor, lane, letsGo ? null : strength);
      if (holds) keep(keyOf(sensor, lane), !letsGo);
    },
    slide: (sensor, lane, strength) => {
      const rests = holds && Math.abs(strength) < AT_REST;
      say(sensor, lane, rests ? null : strength);
      if (holds) keep(keyOf(sensor, lane), !rests);
    },
    release: (sensor, lane) => {
      if (!holds) say(sensor, lane, null);
    },
  };
}
