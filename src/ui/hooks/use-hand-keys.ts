'use client';

import { useEffect } from 'react';
import { handKeys, type HandKey } from './hand-map';
import { typesInto } from './use-key';
import { useChoice, useInstrument, useSession } from './use-session';

/** Keys held play the practice board, several at once; Shift plays a level the other way. */
export function useHandKeys(): void {
  const session = useSession();
  const instrument = useInstrument();
  const chosen = useChoice((c) => c.sensor);
  useEffect(() => {
    const keys = handKeys(instrument, chosen);
    const held = new Map<string, HandKey>();
    const typing = (e: KeyboardEvent) => e.ctrlKey || e.metaKey || e.altKey || typesInto(e.target);
    const play = ({ sensor, lane }: HandKey, strength: number | null) =>
      session.say({ is: 'hand', sensor, lane, strength });
    const down = (e: KeyboardEvent) => {
      const key = keys[e.code];
      if (!key || e.repeat || typing(e)) return;
      held.set(e.code, key);
      play(key, (e.shiftKey ? -1 : 1) * key.strength);
    };
    const up = (e: KeyboardEvent) => {
      const key = held.get(e.code);
      if (!key) return;
      held.delete(e.code);
      const still = [...held.values()].some((k) => k.sensor === key.sensor && k.lane === key.lane);
      if (!still) play(key, null);
    };
    const letGo = () => {
      for (const key of held.values()) play(key, null);
      held.clear();
    };
    window.addEventListener('keydown', down);
    window.addEventListener('keyup', up);
    window.addEventListener('blur', letGo);
    return () => {
      window.removeEventListener('keydown', down);
      window.removeEventListener('keyup', up);
      window.removeEventListener('blur', letGo);
      letGo();
    };
  }, [session, instrument, chosen]);
}
