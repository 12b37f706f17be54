'use client';

import Button from '@mui/material/Button';
import type { NoteVoice, Voice } from '@/core/instrument/voices';
import { buttonsFor, tablesFor, withChords } from '@/core/stages/chord-tables';
import { useChangeInstrument } from '../hooks/use-change-sensor';
import { useInstrument } from '../hooks/use-session';
import { MenuButton } from '../parts/menu-button';

/** Gives the first note of a sensor chords: notes that sound besides while a button is held. Nothing where there is no button. */
export function ChordButtons({ voices }: { voices: readonly Voice[] }) {
  const instrument = useInstrument();
  const change = useChangeInstrument();
  const voice = voices.find((v): v is NoteVoice => v.is === 'note' && !v.and);
  const banks = voice ? buttonsFor(instrument, voice) : [];
  if (!voice || banks.length === 0) return null;
  return (
    <MenuButton
      button={(open) => (
        <Button variant="outlined" aria-haspopup="menu" onClick={open}>
          Chord buttons …
        </Button>
      )}
      choices={banks.flatMap(({ name, buttons }) =>
        tablesFor(voice).map((table) => {
          const words = `${name}: ${table
            .slice(0, buttons.length)
            .map(({ says }) => says)
            .join(', ')}`;
          const run = () => change('chords added', (own) => withChords(own, voice, table, buttons));
          return { key: words, words, run };
        }),
      )}
    />
  );
}
