'use client';

import { useRef } from 'react';
import type { Sensor } from '@/core/instrument/sensor';
import { kindOf } from '@/core/kinds/registry';
import { levelPort, playedLanes } from '@/core/kinds/ports';
import { noteName } from '@/core/midi/words';
import { practises } from '@/session/live-state';
import { handKeys, keyWords } from '../hooks/hand-map';
import { useChoice, useInstrument, useLive } from '../hooks/use-session';
import { useHand, type Hand } from '../hooks/use-hand';
import { FieldPad } from './field-pad';
import styles from './lanes.module.css';
import { playsOneWay } from './plays-one-way';

/** The practice instrument to play: drawn from the instrument, a row a sensor, by pointer and by key, several at once. */
export function PlaySurface({ sensors, titled = false }: { sensors?: readonly Sensor[]; titled?: boolean }) {
  const instrument = useInstrument();
  const chosen = useChoice((c) => c.sensor);
  const keys = handKeys(instrument, chosen);
  const practice = useLive(practises);
  const hand = useHand();
  if (!practice) return null;
  return (
    <section className={styles.surface} aria-label="Play the practice board yourself">
      {titled && (
        <header>
          <h2>Play the practice board yourself</h2>
          <label>
            <input type="checkbox" checked={hand.holds} onChange={(e) => hand.setHolds(e.target.checked)} />
            hold what I press
          </label>
        </header>
      )}
      {(sensors ?? instrument.sensors).map((sensor) => (
        <div key={sensor.id}>
          <b>
            {sensor.name}
            <small>{keyWords(keys, sensor.id)}</small>
          </b>
          {levelPort(sensor) && sensor.lanes.length <= MOST_LEVELS ? (
            <div className={styles.levels}>
              <LevelPads sensor={sensor} hand={hand} />
            </div>
          ) : (
            <Pads sensor={sensor} hand={hand} />
          )}
        </div>
      ))}
    </section>
  );
}

/** Lanes that ports name are played two at once, across and along; what is left, and others, each by itself. */
function LevelPads({ sensor, hand }: { sensor: Sensor; hand: Hand }) {
  const lanes = playedLanes(sensor);
  const field = lanes.length >= 2 && laneWord(sensor, lanes[0]) !== sensor.lanes[lanes[0]].id;
  const [across, along, ...left] = lanes;
  return (
    <>
      {field && <FieldPad sensor={sensor} lanes={[across, along]} hand={hand} />}
      {(field ? left : lanes).map((lane) => (
        <LevelPad key={lane} sensor={sensor} lane={lane} hand={hand} />
      ))}
    </>
  );
}

/** Levels beyond these stand side by side, as pads do. */
const MOST_LEVELS = 3;

/** A level: middle is rest where it has two sides, the left end where it has one. */
function LevelPad({ sensor, lane, hand }: { sensor: Sensor; lane: number; hand: Hand }) {
  const pad = useRef<HTMLDivElement>(null);
  const { family } = kindOf(sensor);
  const oneSided = playsOneWay(sensor);
  const press = (e: React.PointerEvent) => {
    const box = pad.current!.getBoundingClientRect();
    const share = (e.clientX - box.left) / box.width;
    hand.slide(sensor.id, lane, Math.max(-1, Math.min(1, oneSided ? share : 2 * share - 1)) * 1.1);
  };
  return (
    <div
      ref={pad}
      className={styles.level}
      onPointerDown={(e) => {
        e.currentTarget.setPointerCapture(e.pointerId);
        press(e);
      }}
      onPointerMove={(e) => e.buttons > 0 && press(e)}
      onPointerUp={() => hand.release(sensor.id, lane)}
      onPointerCancel={() => hand.release(sensor.id, lane)}
    >
      <span>{oneSided ? 'rest' : family === 'breath' ? 'draw' : 'the other way'}</span>
      {!oneSided && <span>rest</span>}
      <span>
        {sensor.verb ?? kindOf(sensor).verb}
        {sensor.lanes.length > 1 && ` ${laneWord(sensor, lane)}`}
      </span>
    </div>
  );
}

/** What a lane is played as: its port, where that is of it alone; else its name. */
function laneWord(sensor: Sensor, lane: number): string {
  const named = Object.values(kindOf(sensor).ports).some((port) => port.lane !== undefined);
  return (named && levelPort(sensor, lane)) || sensor.lanes[lane].id;
}

/** Pads beyond these are too narrow for their names. */
const MOST_NAMED = 24;

/** A bank, as it lies: a pad a lane. The higher a pad is pressed, the harder it is struck. */
function Pads({ sensor, hand }: { sensor: Sensor; hand: Hand }) {
  const few = sensor.lanes.length <= MOST_NAMED;
  return (
    <div className={styles.pads}>
      {sensor.lanes.map((lane, i) => (
        <button
          key={lane.id}
          type="button"
          tabIndex={-1}
          aria-label={`${kindOf(sensor).verb} ${lane.id}`}
          onPointerDown={(e) => {
            e.currentTarget.setPointerCapture(e.pointerId);
            const box = e.currentTarget.getBoundingClientRect();
            hand.press(sensor.id, i, Math.max(0.05, 1 - (e.clientY - box.top) / box.height));
          }}
          onPointerUp={() => hand.release(sensor.id, i)}
          onPointerCancel={() => hand.release(sensor.id, i)}
          data-held={hand.isHeld(sensor.id, i) || undefined}
        >
          {few &&
            (lane.note === undefined
              ? sensor.lanes.length > 1
                ? i + 1
                : kindOf(sensor).verb
              : noteName(lane.note))}
        </button>
      ))}
    </div>
  );
}
