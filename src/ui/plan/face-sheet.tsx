'use client';

import Button from '@mui/material/Button';
import { useMemo } from 'react';
import type { Instrument } from '@/core/instrument/document';
import type { Place } from '@/core/plan/face/places';
import { faceWords } from '@/core/plan/face/touching';
import { download } from '../parts/download';
import { MenuButton } from '../parts/menu-button';
import { printPage } from '../parts/print-page';
import styles from './face-desk.module.css';

/** Sentences that are shown of what is too near. */
const MOST_WORDS = 5;

/** The face at its true size, to be drilled by; and what collides, or lies further than a hand. */
export function FaceSheet({ instrument, places }: { instrument: Instrument; places: readonly Place[] }) {
  const words = useMemo(() => faceWords(places), [places]);
  const sheet = () => import('@/core/plan/face/panel-sheet');
  const save = async () =>
    download(`${instrument.id}-panel.svg`, (await sheet()).panelSheet(instrument), 'image/svg+xml');
  const print = async () => {
    const { panelTiles, TILE_STYLE } = await sheet();
    printPage(panelTiles(instrument), TILE_STYLE);
  };
  return (
    <div className={styles.sheet}>
      <MenuButton
        button={(show) => (
          <Button size="small" variant="outlined" aria-haspopup="menu" onClick={show}>
            Panel sheet …
          </Button>
        )}
        choices={[
          { key: 'svg', words: 'SVG, true size', run: () => void save() },
          { key: 'print', words: 'Print in A4 tiles', run: () => void print() },
        ]}
      />
      {words.length > 0 && (
        <ul aria-label="What is too near, or too far">
          {words.slice(0, MOST_WORDS).map((own) => (
            <li key={own}>{own}</li>
          ))}
          {words.length > MOST_WORDS && <li>And {words.length - MOST_WORDS} more.</li>}
        </ul>
      )}
    </div>
  );
}
