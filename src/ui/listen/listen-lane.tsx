'use client';

import { levelOf, movedSince } from '@/core/ways/registry';
import Link from 'next/link';
import { useCallback } from 'react';
import { boardOf, lanePlaces } from '@/core/instrument/access';
import type { Sensor } from '@/core/instrument/sensor';
import { kindOf } from '@/core/kinds/registry';
import { distinctLevels } from '@/core/signal/levels';
import { QUANTISATION_NOISE } from '@/core/signal/rest';
import { counted } from '@/core/units/counted';
import { useInstrument, useLive, useSensor, useSession } from '../hooks/use-session';
import { LaneStrip } from '../parts/lane-strip';
import { SensorTrace } from '../parts/sensor-trace';
import { Headline, Reading, Station } from '../parts/station';
import type { TraceOverlay } from '../parts/trace';
import { quietWords } from '../parts/words';
import { ListenedFindings } from './listened-findings';
import { HiddenFaults } from './hidden-faults';
import styles from './listen.module.css';
import type { LiveParts } from './live-parts';
import { ComputedReadings } from './computed-readings';
import { ComputedTraces } from './computed-traces';
import { NoiseBand } from './noise-band';
import { Rate } from './rate';

/** One lane, large. */
export function ListenLane({ listened, tools, below }: LiveParts) {
  const session = useSession();
  const { sensor, lane, column } = useSensor();
  const instrument = useInstrument();
  const board = boardOf(instrument, sensor);
  const rests = useLive((s) => s.rest);
  const rest = rests[column] ?? null;
  const moved = movedSince(
    sensor,
    lanePlaces(instrument, sensor).map((p) => rests[p]?.rest ?? null),
  );
  const quiet = useLive((s) => s.quiet[column] ?? false);
  const count = useLive((s) => s.tick?.counts[column] ?? null);
  const overlay = useCallback((): TraceOverlay => ({ rest: rest?.rest }), [rest]);
  const several = sensor.lanes.length > 1;
  const height = several ? 'clamp(140px, 24vh, 420px)' : 'clamp(160px, 32vh, 420px)';
  const words = count === null ? null : kindOf(sensor).unitWords?.(count, sensor, board, lane);
  return (
    <Station
      title="Listen"
      reading={
        <>
          <Reading label="Now" value={count === null ? '–' : String(count)} unit="counts">
            {words ?? `of ${2 ** board.bits - 1}`}
          </Reading>
          <Reading label="Rest" value={rest ? rest.rest.toFixed(1) : '–'} unit="counts">
            {rest
              ? `${quiet ? 'The last 4 s' : 'When it last was still'}, sure to ±${rest.standardError.toFixed(2)}.`
              : 'Let it lie still for a second.'}
          </Reading>
          {moved && <p className={styles.moved}>{moved.says}</p>}
          <Reading label="Noise" term="σ" value={rest ? rest.noise.toFixed(1) : '–'} unit="counts, 1 σ">
            {rest && quietSentence(rest.noise, sensor, board.bits)}
            {rest && ' It is 1.4826 × the median deviation, so a knock does not count.'}
          </Reading>
          <Rate />
          <ComputedReadings />
          <ListenedFindings {...listened} />
          <HiddenFaults />
        </>
      }
    >
      <Headline
        says={count === null ? 'Waiting for the board.' : quiet ? 'It lies still.' : 'It moves.'}
        under={
          <>
            Watch{' '}
            {several ? `${sensor.lanes[lane].id} of ${sensor.name.toLowerCase()}` : sensor.name.toLowerCase()}{' '}
            alone.{' '}
            {several && (
              <>
                <kbd>[</kbd> <kbd>]</kbd> choose another.{' '}
              </>
            )}
            When it looks right, <Link href={`/i/${session.id}/calibrate`}>calibrate</Link> <kbd>3</kbd>
          </>
        }
        side={tools}
      />
      {several && <LaneStrip sensor={sensor} height={56} />}
      <SensorTrace sensor={sensor} column={column} overlay={overlay} height={height} />
      <ComputedTraces />
      <NoiseBand rest={rest} bits={board.bits} />
      {below}
    </Station>
  );
}

/** What its noise leaves of it: of its own reach where that was measured, else of the whole converter. */
function quietSentence(noise: number, sensor: Sensor, bits: number): string {
  if (noise <= QUANTISATION_NOISE * 1.05) return 'As quiet as the converter can tell.';
  const level = levelOf(sensor);
  const span = level ? level.up.reach + (level.down?.reach ?? 0) : 2 ** bits - 1;
  const levels = distinctLevels(span, noise);
  const of = level ? '' : ' of the whole range';
  return `${quietWords(levels)}: ${counted(levels, 'step')}${of} stay clear of it.`;
}
