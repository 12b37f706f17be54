'use client';

import Menu from '@mui/material/Menu';
import MenuItem from '@mui/material/MenuItem';
import { useState } from 'react';
import { useKey } from '../hooks/use-key';
import { useSession } from '../hooks/use-session';
import type { Loudness } from '@/session/ear';
import { notify } from '../parts/notice';

const STEPS: Loudness[] = ['off', 'low', 'medium'];

/** Where the music goes: the built-in sound (starts low), and a MIDI port where the browser has one. */
export function OutMenu() {
  const { ear, midi } = useSession();
  const [loudness, setLoudness] = useState<Loudness>(ear.loudness);
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const [ports, setPorts] = useState<{ id: string; name: string }[]>([]);
  const [port, setPort] = useState<string | null>(null);

  const setSound = async (next: Loudness) => {
    const refused = await ear.set(next);
    if (refused) notify(refused);
    setLoudness(ear.loudness);
  };
  const nextSound = () => setSound(STEPS[(STEPS.indexOf(ear.loudness) + 1) % STEPS.length]);
  useKey('s', nextSound, { preventDefault: true });

  const openMidi = async (target: HTMLElement) => {
    const asked = await midi.ask();
    if ('refused' in asked) notify(asked.refused);
    else {
      setPorts(asked.ports);
      setAnchor(target);
    }
  };
  const choose = (id: string | null) => {
    midi.choose(id);
    setPort(id);
    setAnchor(null);
  };
  return (
    <>
      <button type="button" onClick={nextSound} title="Starts low: check your loudspeakers first">
        <kbd>S</kbd> sound: {loudness}
      </button>
      <button type="button" aria-haspopup="menu" onClick={(e) => void openMidi(e.currentTarget)}>
        MIDI out: {ports.find((p) => p.id === port)?.name ?? 'none'}
      </button>
      <Menu anchorEl={anchor} open={anchor !== null} onClose={() => setAnchor(null)}>
        <MenuItem onClick={() => choose(null)}>none</MenuItem>
        {ports.map((p) => (
          <MenuItem key={p.id} onClick={() => choose(p.id)}>
            {p.name}
          </MenuItem>
        ))}
      </Menu>
    </>
  );
}
