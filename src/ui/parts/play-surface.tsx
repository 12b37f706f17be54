'use client';

import { useRef } from 'react';
import type { Sensor } from '@/core/instrument/sensor';
import { levelPort, playedLanes } from '@/core/kinds/ports';
import { isOnePart } from '@/core/plan/face/usual-boxes';
import { practises } from '@/session/live-state';
import { useHand, type Hand } from '../hooks/use-hand';
import { useInstrument, useLive } from '../hooks/use-session';
import { PlayedFace } from './face/played-face';
import styles from './lanes.module.css';
import { playsOneWay } from './plays-one-way';
import { pressedHere } from './pressed-here';

/** Greatest height of a face that is played, px. */
const HIGHEST = 340;

/** The practice instrument to play: its face, by pointer and by key, several places at once. @param sensors only of these */
export function PlaySurface({ sensors, titled = false }: { sensors?: readonly Sensor[]; titled?: boolean }) {
  const instrument = useInstrument();
  const practice = useLive(practises);
  const hand = useHand();
  if (!practice) return null;
  return (
    <section className={styles.surface} aria-label="Play the practice board yourself">
      {titled && (
        <header>
          <h2>Play the practice board yourself</h2>
          <span>Small and round ones: press, then draw up or down.</span>
          <label>
            <input type="checkbox" checked={hand.holds} onChange={(e) => hand.setHolds(e.target.checked)} />
            hold what I press
          </label>
        </header>
      )}
      <PlayedFace {...(sensors ? { sensors } : {})} hand={hand} most={HIGHEST} />
      {(sensors ?? instrument.sensors).map((sensor) => (
        <LevelsBeside key={sensor.id} sensor={sensor} hand={hand} />
      ))}
    </section>
  );
}

/** Lanes of one part that a pointer in it does not play: how hard a surface is pressed. */
export function LevelsBeside({ sensor, hand }: { sensor: Sensor; hand: Hand }) {
  const lanes = isOnePart(sensor) ? playedLanes(sensor).slice(2) : [];
  return lanes.map((lane) => <LevelPad key={lane} {...{ sensor, lane, hand }} />);
}

/** A lane by itself: middle is rest where it has two sides, the left end where it has one. */
function LevelPad({ sensor, lane, hand }: { sensor: Sensor; lane: number; hand: Hand }) {
  const pad = useRef<HTMLDivElement>(null);
  const letGo = (e: React.PointerEvent) => {
    if (pressedHere(e)) hand.release(sensor.id, lane);
  };
  const oneSided = playsOneWay(sensor);
  const press = (e: React.PointerEvent) => {
    const box = pad.current!.getBoundingClientRect();
    const share = Math.max(0, Math.min(1, (e.clientX - box.left) / box.width));
    hand.slide(sensor.id, lane, oneSided ? share : 2 * share - 1);
  };
  return (
    <div
      ref={pad}
      className={styles.level}
      onPointerDown={(e) => {
        e.currentTarget.setPointerCapture(e.pointerId);
        press(e);
      }}
      onPointerMove={(e) => e.buttons > 0 && pressedHere(e) && press(e)}
      onPointerUp={letGo}
      onPointerCancel={letGo}
    >
      <span>{oneSided ? 'rest' : 'the other way'}</span>
      {!oneSided && <span>rest</span>}
      <span>
        {sensor.name}: {levelPort(sensor, lane) ?? sensor.lanes[lane].id}
      </span>
    </div>
  );
}
