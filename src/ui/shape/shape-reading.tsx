'use client';

import { useMemo } from 'react';
import { boardOf } from '@/core/instrument/access';
import type { Response } from '@/core/instrument/response';
import { worstTableError } from '@/core/shape/table';
import { useInstrument, useSensor, useSession } from '../hooks/use-session';
import { Pick } from '../parts/pick';
import { Reading } from '../parts/station';
import { short } from '../parts/words';
import type { Compared } from './use-shape';

const TABLE_POINTS = Object.fromEntries([4, 5, 6, 7, 8].map((bits) => [bits, String(2 ** bits + 1)]));

/** What the curve is worth on the maker's own takes, and what the board's table makes of it. */
export function ShapeReading({ shown, compared }: { shown: Response; compared: Compared | null }) {
  const { workspace } = useSession();
  const instrument = useInstrument();
  const { sensor } = useSensor();
  const board = boardOf(instrument, sensor);
  const { tableBits } = board;
  const worst = useMemo(() => worstTableError(shown, tableBits), [shown, tableBits]);
  const setBits = (bits: number) =>
    workspace.change('board’s table', {
      ...instrument,
      boards: instrument.boards.map((b) => (b === board ? { ...b, tableBits: bits } : b)),
    });
  return (
    <>
      {compared && (
        <>
          <Reading
            label="Levels you use"
            value={String(compared.after.levels)}
            unit={`of 128 · was ${compared.before.levels}`}
          >
            Half of your playing lands below {compared.after.middle}; straight, below {compared.before.middle}
            .
          </Reading>
          <Reading
            label="Flicker at rest"
            value={compared.flicker === null ? '–' : short(compared.flicker).replace('.0', '')}
            unit="messages/min"
          >
            {compared.flicker === null
              ? 'Needs a rest take.'
              : compared.flicker === 0
                ? 'Still at rest, as it should be.'
                : 'A wider dead zone or a deadband stills it.'}
          </Reading>
          <Reading label="Largest jump" value={String(compared.after.largestJump)} unit="steps a frame">
            Straight: {compared.before.largestJump}.
          </Reading>
        </>
      )}
      <Reading label="Board’s table, for 14 bits" value={String(2 ** tableBits + 1)} unit="points">
        Worst error {worst.steps < 0.05 ? 'under 0.1' : worst.steps.toFixed(1)} of a step
        {worst.steps < 0.05 ? '' : `, at ${Math.round(100 * worst.at)} %`}.
      </Reading>
      <Pick
        label="Points"
        labelled
        value={String(tableBits)}
        set={(bits) => setBits(Number(bits))}
        options={TABLE_POINTS}
      />
    </>
  );
}
