'use client';

import Link from 'next/link';
import { useCallback } from 'react';
import { kpaFromCounts } from '@/core/sensors/breath-gauge';
import { QUANTISATION_NOISE } from '@/core/signal/rest';
import { useInstrument, useLive, useSensor, useSession } from '../hooks/use-session';
import { Headline, Reading, Station } from '../parts/station';
import { SensorTrace } from '../parts/sensor-trace';
import type { TraceOverlay } from '../parts/trace';
import { NoiseBand } from './noise-band';
import { PlayByHand } from './play-by-hand';

/** Station 2: what the raw stream says, live. */
export function Listen() {
  const session = useSession();
  const { sensor, column } = useSensor();
  const { board } = useInstrument();
  const rest = useLive((s) => s.rest[column] ?? null);
  const quiet = useLive((s) => s.quiet[column] ?? false);
  const count = useLive((s) => s.tick?.counts[column] ?? null);
  const overlay = useCallback((): TraceOverlay => ({ rest: rest?.rest }), [rest]);
  const kpa = sensor.gauge && count !== null ? kpaFromCounts(count, sensor.gauge, board) : null;
  return (
    <Station
      title="Listen"
      reading={
        <>
          <Reading label="Now" value={count === null ? '–' : String(count)} unit="counts">
            {kpa === null
              ? `of ${2 ** board.bits - 1}`
              : `${(Math.round(100 * kpa) / 100 + 0).toFixed(2)} kPa by the gauge’s sheet`}
          </Reading>
          <Reading label="Rest" value={rest ? rest.rest.toFixed(1) : '–'} unit="counts">
            {rest
              ? `${quiet ? 'The last 4 s' : 'When it last was still'}, sure to ±${rest.standardError.toFixed(2)}.`
              : 'Let it lie still for a second.'}
          </Reading>
          <Reading label="Noise" value={rest ? rest.noise.toFixed(1) : '–'} unit="counts, 1 σ">
            {rest && rest.noise <= QUANTISATION_NOISE * 1.05
              ? 'As quiet as the converter can tell.'
              : '1.4826 × the median deviation, so a knock does not count.'}
          </Reading>
          <Rate />
        </>
      }
    >
      <Headline
        says={count === null ? 'Waiting for the board.' : quiet ? 'It lies still.' : 'It moves.'}
        under={
          <>
            Watch {sensor.name.toLowerCase()} alone. When it looks right,{' '}
            <Link href={`/i/${session.id}/calibrate`}>calibrate</Link> <kbd>3</kbd>
          </>
        }
      />
      <SensorTrace sensor={sensor} column={column} overlay={overlay} height="clamp(180px, 38vh, 420px)" />
      <NoiseBand rest={rest} bits={board.bits} />
      <PlayByHand />
    </Station>
  );
}

function Rate() {
  const { board } = useInstrument();
  const rate = useLive((s) => Math.round((s.tick?.rateHz ?? 0) / 10) * 10);
  const lost = useLive((s) => s.tick?.lost ?? 0);
  return (
    <Reading label="Rate" value={String(rate)} unit="frames/s">
      {lost === 0
        ? `None lost. The board is meant to give ${board.scanHz}.`
        : `${lost} lost by the frames’ own counter.`}
    </Reading>
  );
}
