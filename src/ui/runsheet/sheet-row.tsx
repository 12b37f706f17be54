'use client';

import { kindPlanOf } from '@/core/kinds/plans-registry';
import { movedSince } from '@/core/ways/registry';
import { levelOf } from '@/core/ways/registry';
import Link from 'next/link';
import type { ComponentType, ReactNode } from 'react';
import { boardOf, channelsOfVoice, lanePlaces, responseAt, sensorOf } from '@/core/instrument/access';
import type { Sensor } from '@/core/instrument/sensor';
import { soundingOf } from '@/core/compile/sounding';
import type { MovedSince } from '@/core/ways/moved-lanes';
import { shapedPorts } from '@/core/kinds/ports';
import { kindOf } from '@/core/kinds/registry';
import { CURVE_FAMILIES } from '@/core/shape/families';
import { counted } from '@/core/units/counted';
import { STATIONS, type StationId } from '../frame/stations';
import { useInstrument, useLive, useSession, useTakesOf } from '../hooks/use-session';
import { GestureMark } from '../parts/gesture-mark';
import { LaneStrip } from '../parts/lane-strip';
import { wordsOf } from '../ways/registry';
import { CurvePicture, LanesPicture, RangePicture } from './pictures';
import { TinyTrace } from './tiny-trace';
import type { Cared } from '../hooks/use-check-ups';
import { dueWords } from '../parts/due-words';
import { useTrials } from '../hooks/use-trials';
import { shortScore } from '../parts/trial-words';
import { voiceWord } from '../parts/voice-word';
import { dayWords } from '../parts/words';
import styles from './runsheet.module.css';

/** A sensor's row: in each cell a tiny true picture and its state in words. */
export function SheetRow({ sensor, care }: { sensor: Sensor; care: Cared }) {
  return (
    <tr>
      <th scope="row">
        <GestureMark sensor={sensor} width={52} />
        {sensor.name}
        <small>
          {kindOf(sensor).name}, {counted(sensor.lanes.length, 'lane')}
        </small>
      </th>
      {STATIONS.map(({ id }) => {
        const Own = Object.hasOwn(CELLS, id) ? CELLS[id as StationId] : null;
        return Own ? <Own key={id} sensor={sensor} care={care} /> : <td key={id} />;
      })}
    </tr>
  );
}

interface OfSensor {
  sensor: Sensor;
  care: Cared;
}

/** What a sensor is at each station. */
const CELLS: Record<StationId, ComponentType<OfSensor>> = {
  plan: PlanCell,
  listen: ListenCell,
  calibrate: CalibrateCell,
  shape: ShapeCell,
  voice: VoiceCell,
  prove: ProveCell,
  load: LoadCell,
  log: LogCell,
};

/** What it reads now. */
function ListenCell({ sensor }: OfSensor) {
  const [column] = lanePlaces(useInstrument(), sensor);
  const rest = useLive((s) => s.rest)[column];
  const lanes = sensor.lanes.length > 1 || column < 0;
  return (
    <Cell to="listen" words={lanes ? 'live' : rest ? `noise ${rest.noise.toFixed(1)}` : 'listening'}>
      {lanes ? (
        <LaneStrip sensor={sensor} height={28} />
      ) : (
        <TinyTrace column={column} colour={`--${kindOf(sensor).family}`} />
      )}
    </Cell>
  );
}

/** What the last check-up asks to be measured anew, and why. */
const redoOf = ({ verdict }: Cared): MovedSince | null =>
  verdict?.state === 'redo' ? { words: 'measure anew', says: verdict.says.join(' ') } : null;

/** When it is to be looked at again, and why. */
function LogCell({ care: { due, verdict } }: OfSensor) {
  const late = due !== null && due.days < 0;
  const words = due === null ? 'nothing yet' : `${late ? 'due' : 'check'} ${dueWords(due.days)}`;
  const says = [...(verdict?.says ?? []), ...(due ? [`Because ${due.because}.`] : [])].join(' ');
  return (
    <Cell
      to="log"
      words={words}
      title={says || undefined}
      state={late || verdict?.state === 'doubt' ? 'doubt' : undefined}
    />
  );
}

/** The pins that a sensor is wired to. */
function PlanCell({ sensor }: OfSensor) {
  const pins = sensor.lanes.flatMap((l) => [l.pin, l.otherPin]).filter((p) => p !== undefined);
  const words =
    pins.length === 0
      ? 'to do'
      : pins.length === 1
        ? `pin ${pins[0]}`
        : `${pins[0]} … ${pins[pins.length - 1]}`;
  return <Cell to="plan" words={planWords(sensor) ?? words} />;
}

/** Where a sensor has no pin of its own for a lane: on a bus, or in a matrix. */
function planWords(sensor: Sensor): string | null {
  const signals = kindPlanOf(sensor).signals(sensor.lanes.length);
  if (signals.every((s) => s.needs === 'bus')) return 'on the bus';
  return signals.every((s) => s.lane === null) ? `${signals.length} lines` : null;
}

function CalibrateCell({ sensor, care }: OfSensor) {
  const instrument = useInstrument();
  const rests = useLive((s) => s.rest);
  const read = lanePlaces(instrument, sensor).map((p) => rests[p]?.rest ?? null);
  const moved = movedSince(sensor, read) ?? redoOf(care);
  const takes = useTakesOf(sensor.id);
  const one = sensor.lanes.length === 1 && levelOf(sensor);
  if (!sensor.calibration)
    return <Cell to="calibrate" words={takes.length > 0 ? 'not on the board yet' : 'to do'} />;
  return (
    <Cell
      to="calibrate"
      words={moved?.words ?? calibratedWords(sensor)}
      title={moved?.says}
      state={moved ? 'doubt' : undefined}
    >
      {one ? (
        <RangePicture sensor={sensor} top={2 ** boardOf(instrument, sensor).bits - 1} />
      ) : (
        <LanesPicture sensor={sensor} />
      )}
    </Cell>
  );
}

const calibratedWords = (sensor: Sensor): string =>
  sensor.calibration ? wordsOf(sensor.calibration).measured(sensor.calibration, sensor).short : 'to do';

function ShapeCell({ sensor }: OfSensor) {
  const [port] = shapedPorts(sensor);
  if (!port) return <Cell to="shape" words="nothing to shape" />;
  const response = responseAt(sensor, port);
  const words =
    response.family === 'straight' && !sensor.calibration
      ? 'to do'
      : CURVE_FAMILIES[response.family].words(response);
  return (
    <Cell to="shape" words={words}>
      {sensor.calibration && <CurvePicture sensor={sensor} response={response} />}
    </Cell>
  );
}

function VoiceCell({ sensor }: OfSensor) {
  const instrument = useInstrument();
  const own = instrument.voices.filter((v) => sensorOf(v) === sensor.id);
  const chooses = instrument.voices.some(
    (v) => v.is === 'note' && v.pitch.is === 'chosen' && v.pitch.source.sensor === sensor.id,
  );
  const channels = [...new Set(own.flatMap((v) => channelsOfVoice(instrument, v)))];
  const words = own.length > 0 ? `channel ${channels.join(', ')}` : chooses ? 'chooses the note' : 'to do';
  return (
    <Cell to="voice" words={words}>
      {own.length > 0 && <b>{own.map(voiceWord).join(' · ')}</b>}
    </Cell>
  );
}

/** What its last trial came to. */
function ProveCell({ sensor }: OfSensor) {
  const { voices } = useInstrument();
  const last = useTrials().trials.findLast((own) => own.sensor === sensor.id);
  const gates = voices.some((voice) => voice.is === 'note' && voice.gate.sensor === sensor.id);
  const words = last ? `tried ${dayWords(last.at)}` : gates ? 'not tried' : 'gates no note';
  return (
    <Cell to="prove" words={words}>
      {last && <b>{shortScore(last)}</b>}
    </Cell>
  );
}

const LOAD_WORDS = { all: 'sounds', some: 'sounds in part', none: 'silent' };

/** What the board will play of it. */
function LoadCell({ sensor }: OfSensor) {
  const instrument = useInstrument();
  const { sounds, because } = soundingOf(instrument).find((s) => s.sensor === sensor.id)!;
  const title = `${LOAD_WORDS[sounds]}: ${because}`;
  return (
    <Cell
      to="load"
      words={LOAD_WORDS[sounds]}
      title={title}
      state={sounds === 'some' ? 'doubt' : undefined}
    />
  );
}

function Cell({
  to,
  words,
  title,
  state,
  children,
}: {
  to: StationId;
  words: string;
  /** The same in a sentence. */
  title?: string;
  state?: 'doubt';
  children?: ReactNode;
}) {
  const { id } = useSession();
  return (
    <td data-state={state}>
      <Link href={`/i/${id}/${to}`} title={title}>
        <span className={styles.picture}>{children}</span>
        <small>{words}</small>
      </Link>
    </td>
  );
}
