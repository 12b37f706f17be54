'use client';

import { useState } from 'react';
import { useKey } from '../hooks/use-key';
import { useSession } from '../hooks/use-session';
import type { Loudness } from '@/session/ear';
import { MenuButton } from '../parts/menu-button';
import { notify } from '../parts/notice';

const STEPS: Loudness[] = ['off', 'low', 'medium'];

/** Where the music goes: the built-in sound (starts low), and a MIDI port where the browser has one. */
export function OutMenu() {
  const session = useSession();
  const { ear, midi } = session;
  const [loudness, setLoudness] = useState<Loudness>(ear.loudness);
  const [ports, setPorts] = useState<{ id: string; name: string }[]>([]);
  const [port, setPort] = useState<string | null>(null);

  const setSound = async (next: Loudness) => {
    const refused = await session.setSound(next);
    if (refused) notify(refused);
    setLoudness(ear.loudness);
  };
  const nextSound = () => setSound(STEPS[(STEPS.indexOf(ear.loudness) + 1) % STEPS.length]);
  useKey('s', nextSound, { preventDefault: true });

  const ask = async (): Promise<boolean> => {
    const asked = await midi.ask((bytes) => session.comesIn(bytes));
    if ('refused' in asked) notify(asked.refused);
    else setPorts(asked.ports);
    return !('refused' in asked);
  };
  const choose = (id: string | null) => {
    session.sendTo(id);
    setPort(id);
  };
  const choices = [{ id: null, name: 'none' }, ...ports];
  return (
    <>
      <button type="button" onClick={nextSound} title="Starts low: check your loudspeakers first">
        <kbd>S</kbd> sound: {loudness}
      </button>
      <MenuButton
        ask={ask}
        button={(open) => (
          <button type="button" aria-haspopup="menu" onClick={open}>
            MIDI out: {ports.find((p) => p.id === port)?.name ?? 'none'}
          </button>
        )}
        choices={choices.map(({ id, name }) => ({ key: id ?? '', words: name, run: () => choose(id) }))}
      />
    </>
  );
}
