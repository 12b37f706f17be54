'use client';

import { useState } from 'react';
import { PIECE_FRAMES } from '@/core/signal/pieces';
import type { KeptRecording } from '@/store/database';
import { addPieces, beginRecording, endRecording, removeRecording } from '@/store/recordings';
import { storageWords } from '@/store/trouble';
import { useInstrument, useSession } from '../hooks/use-session';
import { notify } from '../parts/notice';
import type { Shown } from './recording-view';
import type { Desked } from './use-desk';

/** Pieces that cross from the desk at once. */
const AT_ONCE = 24;

/** Keeps what lies on a desk as a recording of this instrument, some pieces at a time. @returns how far it is, 0 … 1; null while it is not kept now */
export function useKeep(
  { link, shape }: Desked,
  shown: Shown,
  show: (next: Shown) => void,
): { keep: () => void; keeping: number | null } {
  const { workspace } = useSession();
  const instrument = useInstrument();
  const [keeping, setKeeping] = useState<number | null>(null);
  const keep = async () => {
    const id = `${instrument.id}-kept-${Date.now().toString(36)}`;
    const { channels, contacts, bits, seconds } = shape;
    const { marks, ...words } = shown.words;
    const label: KeptRecording = {
      ...{ id, instrument: instrument.id, ...words, marks, at: new Date().toISOString() },
      ...{ channels, contacts, bits, seconds: 0, whole: false },
    };
    setKeeping(0);
    try {
      await beginRecording(label);
      let n = 0;
      for (
        let some = await link.desk.pieces(0, AT_ONCE);
        some.length > 0;
        some = await link.desk.pieces(n, AT_ONCE)
      ) {
        await addPieces(id, n, some);
        n += some.length;
        setKeeping(Math.min(1, (n * PIECE_FRAMES) / shape.frames));
      }
      await endRecording(id, { pieces: n, marks, seconds });
      show({ ...shown, kept: id, again: { ...label, seconds, whole: true } });
    } catch (error) {
      notify(`${storageWords(error)}`);
      await removeRecording(id).catch((e: unknown) => notify(storageWords(e)));
    }
    await workspace.reloadRecordings();
    setKeeping(null);
  };
  return { keep: () => void keep(), keeping };
}
