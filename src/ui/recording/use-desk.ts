'use client';

import { proxy } from 'comlink';
import { startTransition, useEffect, useState } from 'react';
import type { Instrument } from '@/core/instrument/document';
import type { Listened } from '@/core/listen/listen';
import { piecesIn } from '@/store/recordings';
import { storageWords } from '@/store/trouble';
import { Stopped } from '@/workers/analysis-link';
import type { DeskDrawing, DeskShape, DeskView } from '@/workers/desk';
import { DeskLink } from '@/workers/desk-link';
import type { DeskSource } from './desk-source';

export interface Desked {
  link: DeskLink;
  shape: DeskShape;
}

/** Lays a recording on a desk of its own, which is cleared when another comes or the view is left. */
export function useDesk(source: DeskSource | null): {
  desked: Desked | null;
  /** How much of a file is read, 0 … 1. */
  share: number;
  trouble: string | null;
  /** Takes what the desk holds after it was cut. */
  reshape: (shape: DeskShape) => void;
} {
  const [desked, setDesked] = useState<Desked | null>(null);
  const [share, setShare] = useState(0);
  const [trouble, setTrouble] = useState<string | null>(null);
  useEffect(() => {
    if (!source) return;
    const link = new DeskLink();
    let on = true;
    const lay = async () => {
      const shape = await layOn(link, source, (s) => on && setShare(s));
      if (!on) return;
      if (typeof shape === 'string') setTrouble(shape);
      // What opens is much at once: it must not hold the page up.
      else startTransition(() => setDesked({ link, shape }));
    };
    lay().catch((error: unknown) => {
      if (on && !(error instanceof Stopped)) setTrouble(storageWords(error));
    });
    return () => {
      on = false;
      link.close();
      setDesked(null);
      setTrouble(null);
      setShare(0);
    };
  }, [source]);
  const reshape = (shape: DeskShape) => setDesked((d) => d && { ...d, shape });
  return { desked, share, trouble, reshape };
}

/** @returns one sentence where it cannot be laid there */
async function layOn(
  link: DeskLink,
  source: DeskSource,
  progress: (share: number) => void,
): Promise<DeskShape | string> {
  switch (source.is) {
    case 'kept':
      return link.open([...source.channels], piecesIn(source.id));
    case 'held':
      return link.desk.lay(source.frames);
    case 'file': {
      const read = await link.read(source.file, source.columns, source.rateHz, progress);
      return read.ok ? read.value : read.faults[0].says;
    }
  }
}

/** A stretch of what lies on a desk, drawn: of several wishes the newest is shown. Null before the first. */
export function useDrawing(desked: Desked | null, { fromUs, toUs, n }: DeskView): DeskDrawing | null {
  const [drawing, setDrawing] = useState<DeskDrawing | null>(null);
  useEffect(() => {
    if (!desked) return;
    let on = true;
    void desked.link.desk.draw({ fromUs, toUs, n }).then((d) => {
      if (on) setDrawing(d);
    });
    return () => {
      on = false;
    };
  }, [desked, fromUs, toUs, n]);
  return desked ? drawing : null;
}

/** What is wrong with what lies on a desk. */
export function useListened(
  desked: Desked | null,
  instrument: Instrument,
): { listened: Listened | null; trouble: string | null; share: number } {
  const [answer, setAnswer] = useState<{
    of: DeskShape;
    listened: Listened | null;
    trouble: string | null;
  } | null>(null);
  const [share, setShare] = useState(0);
  useEffect(() => {
    if (!desked) return;
    let on = true;
    const { link, shape } = desked;
    const progress = (done: number) => on && setShare(done);
    void link.desk.listen(instrument, proxy(progress)).then((listened) => {
      const found = listened.ok ? listened.value : null;
      const trouble = listened.ok ? null : listened.faults[0].says;
      if (on) startTransition(() => setAnswer({ of: shape, listened: found, trouble }));
    });
    return () => {
      on = false;
    };
  }, [desked, instrument]);
  const { listened, trouble } =
    answer && answer.of === desked?.shape ? answer : { listened: null, trouble: null };
  return { listened, trouble, share };
}
