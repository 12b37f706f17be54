'use client';

import { useMemo } from 'react';
import { boardOf } from '@/core/instrument/access';
import type { Response } from '@/core/instrument/response';
import type { Struck } from '@/core/prove/struck';
import { enoughBits, worstTableError } from '@/core/shape/table';
import { useInstrument, useSensor, useSession } from '../hooks/use-session';
import { Pick } from '../parts/pick';
import { Reading } from '../parts/station';
import { sentence, short } from '../parts/words';
import { SentAs } from './sent-as';
import type { Sends } from '@/workers/analysis';
import type { Compared } from './use-shape';

const TABLE_POINTS = Object.fromEntries([4, 5, 6, 7, 8].map((bits) => [bits, String(2 ** bits + 1)]));

interface Props {
  shown: Response;
  port: string;
  compared: Compared | null;
  /** Null until it is counted. */
  sends: Sends | null;
  struck: { before: Struck; after: Struck } | null;
  /** What stands before: "straight", or the response that is held. */
  against: string;
}

/** What the curve is worth on the maker's own takes, and what the board's table makes of it. */
export function ShapeReading({ shown, port, compared, sends, struck, against }: Props) {
  const { sensor } = useSensor();
  return (
    <>
      {compared && <LevelReadings {...{ compared, sends, against }} />}
      {compared && <SentAs sensor={sensor} port={port} busiest={sends?.busiest ?? null} />}
      {struck && <StruckReadings {...{ ...struck, against }} />}
      <TableReading shown={shown} />
    </>
  );
}

function LevelReadings({
  compared: { before, after },
  sends,
  against,
}: Pick<Props, 'sends' | 'against'> & { compared: Compared }) {
  const flicker = sends?.flicker ?? null;
  return (
    <>
      <Reading label="Levels you use" value={String(after.levels)} unit="of 128">
        {sentence(against)}, {before.levels}. Half of your playing lands below {after.middle}; {against},
        below {before.middle}.
      </Reading>
      <Reading
        label="Flicker at rest"
        value={flicker === null ? '–' : short(flicker).replace('.0', '')}
        unit="messages/min"
      >
        {flicker === null
          ? 'Needs a rest take.'
          : flicker === 0
            ? 'Still at rest, as it should be.'
            : 'A wider dead zone, a deadband or a filter stills it.'}
      </Reading>
      <Reading label="Largest jump" value={String(after.largestJump)} unit="steps a frame">
        {sentence(against)}: {before.largestJump}.
      </Reading>
    </>
  );
}

function StruckReadings({ before, after, against }: { before: Struck; after: Struck; against: string }) {
  return (
    <>
      <Reading label="Velocities you use" value={String(after.levels)} unit="of 127">
        {sentence(against)}, {before.levels}. Of {after.velocities.length} strokes half of them play below{' '}
        {Math.round(after.middle)}, {against} below {Math.round(before.middle)}.
      </Reading>
      <Reading label="Softer reads no less" value={`${Math.round(100 * after.overlap)} %`} unit="of pairs">
        A softer stroke that plays as loud as a harder one. No curve changes that; it comes from the strokes.
      </Reading>
    </>
  );
}

function TableReading({ shown }: { shown: Response }) {
  const { workspace } = useSession();
  const instrument = useInstrument();
  const { sensor } = useSensor();
  const board = boardOf(instrument, sensor);
  const { tableBits } = board;
  const worst = useMemo(() => worstTableError(shown, tableBits), [shown, tableBits]);
  const enough = useMemo(() => enoughBits(shown), [shown]);
  const setBits = (bits: number) =>
    workspace.change('board’s table', {
      ...instrument,
      boards: instrument.boards.map((b) => (b === board ? { ...b, tableBits: bits } : b)),
    });
  return (
    <>
      <Reading label="Board’s table, for 14 bits" value={String(2 ** tableBits + 1)} unit="points">
        Worst error {worst.steps < 0.05 ? 'under 0.1' : worst.steps.toFixed(1)} of a step
        {worst.steps < 0.05 ? '' : `, at ${Math.round(100 * worst.at)} %`}.
        {worst.steps > 0.5 && enough > tableBits && ` ${2 ** enough + 1} points would do.`}
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
