'use client';

import { useEffect } from 'react';
import { useSession } from './use-session';

/** Pressure that each key blows on the practice board, kPa. */
const HAND: Record<string, number> = { KeyZ: 0.14, KeyX: 0.9, KeyC: 2.3 };

/** Z, X and C held play the practice board softly, medium and loud; Shift draws instead of pushing. */
export function useHandKeys(): void {
  const session = useSession();
  useEffect(() => {
    const held = new Set<string>();
    const typing = (e: KeyboardEvent) =>
      e.ctrlKey ||
      e.metaKey ||
      e.altKey ||
      (e.target instanceof Element && e.target.closest('input, textarea, [role="combobox"]'));
    const down = (e: KeyboardEvent) => {
      if (!(e.code in HAND) || e.repeat || typing(e)) return;
      held.add(e.code);
      session.say({ is: 'press', kpa: (e.shiftKey ? -1 : 1) * HAND[e.code] });
    };
    const up = (e: KeyboardEvent) => {
      if (held.delete(e.code) && held.size === 0) session.say({ is: 'press', kpa: null });
    };
    const letGo = () => {
      if (held.size > 0) session.say({ is: 'press', kpa: null });
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
  }, [session]);
}
