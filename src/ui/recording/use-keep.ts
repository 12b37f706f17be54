'use client';

import { useState } from 'react';
import type { Words } from '@/core/exchange/takes/recording-words';
import { PIECE_FRAMES } from '@/core/signal/pieces';
import type { KeptRecording } from '@/store/database';
import { addPieces, beginRecording, endRecording, removeRecording } from '@/store/recordings';
import { storageWords } from '@/store/trouble';
import type { DeskShape } from '@/workers/desk';
import { useInstrument, useSession } from '../hooks/use-session';
import { notify } from '../parts/notice';
import type { DeskLink } from '@/workers/desk-link';

/** Pieces that cross from the desk at once. */
const AT_ONCE = 24;

/** Keeps what lies on a desk as a recording of this instrument, some pieces at a time. */
export function useKeep(link: DeskLink): {
  /** @param says what the step is called @returns the recording; null where it was refused, which is told */
  keep: (shape: DeskShape, words: Words, says: string) => Promise<KeptRecording | null>;
  /** How far it is, 0 … 1; null while nothing is kept now. */
  keeping: number | null;
} {
  const { workspace } = useSession();
  const instrument = useInstrument();
  const [keeping, setKeeping] = useState<number | null>(null);
  const keep = async (
    { channels, contacts, bits, seconds, frames }: DeskShape,
    words: Words,
    says: string,
  ) => {
    const id = `${instrument.id}-kept-${Date.now().toString(36)}`;
    const label: KeptRecording = {
      ...{ id, instrument: instrument.id, ...words, at: new Date().toISOString() },
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
        setKeeping(Math.min(1, (n * PIECE_FRAMES) / frames));
      }
      await endRecording(id, { pieces: n, marks: words.marks, seconds });
      await workspace.reloadRecordings();
      workspace.came('recordings', id, says);
      return { ...label, seconds, whole: true };
    } catch (error) {
      notify(storageWords(error));
      await removeRecording(id).catch((e: unknown) => notify(storageWords(e)));
      await workspace.reloadRecordings();
      return null;
    } finally {
      setKeeping(null);
    }
  };
  return { keep, keeping };
}
