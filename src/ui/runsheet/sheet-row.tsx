'use client';

import Link from 'next/link';
import type { ReactNode } from 'react';
import { SENSOR_KINDS } from '@/core/sensors/kinds';
import type { Sensor } from '@/core/instrument/document';
import { CURVE_FAMILIES, curveOf } from '@/core/shape/families';
import { controllerWords, noteName } from '@/core/midi/words';
import type { StationId } from '../frame/stations';
import { useInstrument, useLive, useSession, useTakesOf } from '../hooks/use-session';
import { GestureMark } from '../parts/gesture-mark';
import { TinyTrace } from './tiny-trace';
import styles from './runsheet.module.css';

/** A sensor's row: in each cell a tiny true picture and its state in words. */
export function SheetRow({ sensor }: { sensor: Sensor }) {
  const { sensors, board } = useInstrument();
  const column = sensors.indexOf(sensor);
  const takes = useTakesOf(sensor.id);
  const rest = useLive((s) => s.rest[column] ?? null);
  const c = sensor.calibration;
  const moved = c && rest ? rest.rest - c.rest : 0;
  const drifted = c !== undefined && Math.abs(moved) > Math.max(2, 3 * c.noise);
  return (
    <tr>
      <th scope="row">
        <GestureMark sensor={sensor} width={52} />
        {sensor.name}
        <small>
          {SENSOR_KINDS[sensor.kind].name}, pin {sensor.pin ?? '–'}
        </small>
      </th>
      <Cell to="listen" words={rest ? `noise ${rest.noise.toFixed(1)}` : 'listening'}>
        <TinyTrace column={column} colour={`--${SENSOR_KINDS[sensor.kind].family}`} />
      </Cell>
      <Cell
        to="calibrate"
        state={drifted ? 'doubt' : undefined}
        words={
          drifted
            ? `rest moved ${moved > 0 ? '+' : '−'}${Math.abs(moved).toFixed(0)}`
            : c
              ? `on ${c.on}`
              : takes.length > 0
                ? 'not accepted'
                : 'to do'
        }
      >
        {c && <RangePicture sensor={sensor} top={2 ** board.bits - 1} />}
      </Cell>
      <Cell
        to="shape"
        words={sensor.response.family === 'straight' ? (c ? 'straight' : 'to do') : familyWords(sensor)}
      >
        {c && <CurvePicture sensor={sensor} />}
      </Cell>
      <VoiceCell sensor={sensor} />
      <Cell to="load" words={c ? 'ready' : 'to do'} />
    </tr>
  );
}

const familyWords = (s: Sensor) =>
  s.response.family === 'power'
    ? `power ${s.response.gamma?.toFixed(2)}`
    : CURVE_FAMILIES[s.response.family].name;

function VoiceCell({ sensor }: { sensor: Sensor }) {
  const voices = useInstrument().voices.filter((v) => v.sensor === sensor.id);
  const words = voices.map((v) =>
    v.kind === 'note'
      ? noteName(v.note ?? 60)
      : v.kind === 'pressure'
        ? 'pressure'
        : controllerWords(v.controller ?? 0),
  );
  return (
    <Cell
      to="voice"
      words={
        voices.length === 0 ? 'to do' : `channel ${[...new Set(voices.map((v) => v.channel))].join(', ')}`
      }
    >
      {words.length > 0 && <b>{words.join(' · ')}</b>}
    </Cell>
  );
}

function Cell({
  to,
  words,
  state,
  children,
}: {
  to: StationId;
  words: string;
  state?: 'doubt';
  children?: ReactNode;
}) {
  const { id } = useSession();
  return (
    <td data-state={state}>
      <Link href={`/i/${id}/${to}`}>
        <span className={styles.picture}>{children}</span>
        <small>{words}</small>
      </Link>
    </td>
  );
}

/** Rest, on and reach on the whole converter. */
function RangePicture({ sensor, top }: { sensor: Sensor; top: number }) {
  const c = sensor.calibration!;
  const x = (count: number) => (92 * count) / top;
  const low = Math.min(c.reach.up, c.reach.down ?? c.rest, c.rest);
  const high = Math.max(c.reach.up, c.rest);
  return (
    <svg viewBox="0 0 92 20" width="92" height="20" aria-hidden="true">
      <rect x="0" y="7" width="92" height="6" fill="var(--line)" />
      <rect
        x={x(low)}
        y="7"
        width={x(high - low)}
        height="6"
        fill={`var(--${SENSOR_KINDS[sensor.kind].family})`}
      />
      <rect x={x(c.rest) - 1} y="2" width="2" height="16" fill="var(--ink)" />
    </svg>
  );
}

function CurvePicture({ sensor }: { sensor: Sensor }) {
  const curve = curveOf(sensor.response);
  const d = Array.from(
    { length: 25 },
    (_, i) => `${i === 0 ? 'M' : 'L'}${2 + (66 * i) / 24} ${26 - 24 * curve(i / 24)}`,
  ).join('');
  return (
    <svg viewBox="0 0 70 28" width="70" height="28" aria-hidden="true">
      <path d={d} fill="none" stroke={`var(--${SENSOR_KINDS[sensor.kind].family})`} strokeWidth="2" />
    </svg>
  );
}
