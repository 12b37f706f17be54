'use client';

import { useMemo } from 'react';
import type { Sensor } from '@/core/instrument/sensor';
import { kindOf } from '@/core/kinds/registry';
import { edgesOfAll } from '@/core/plan/face/box';
import { outlineOf, placesOf, placeWord, type Place } from '@/core/plan/face/places';
import { practises } from '@/session/live-state';
import { handKeys } from '../../hooks/hand-map';
import type { Hand } from '../../hooks/use-hand';
import { useChoice, useInstrument, useLive } from '../../hooks/use-session';
import { useFaceHand } from './face-hand';
import { PlaceLevel, SensorLevels, useFaceLevels } from './face-levels';
import { FacePicture, PlaceWord, type Drawn } from './face-picture';
import styles from './face.module.css';

/** Room round places that are shown by themselves, mm. */
const ROOM = 6;

/** What is written in a place instead of its name, and whether it is ticked off. */
export interface Marked {
  word: string;
  done: boolean;
}

/**
 * The instrument's face as it is played, live; on the practice board a pointer plays it, several places at once.
 * @param sensors only of these @param most greatest height, px @param marks of a place, by itself where it is left out
 */
export function PlayedFace({
  sensors,
  hand,
  most,
  marks,
}: {
  sensors?: readonly Sensor[];
  hand: Hand;
  most: number;
  marks?: (place: Place) => Marked;
}) {
  const instrument = useInstrument();
  const practice = useLive(practises);
  const touched = useFaceHand(hand);
  const levels = useFaceLevels();
  const letters = useKeyLetters();
  const places = useMemo(
    () => placesOf(instrument).filter(({ sensor }) => !sensors || sensors.some(({ id }) => id === sensor.id)),
    [instrument, sensors],
  );
  const isHeld = ({ sensor, lanes }: Place) => lanes.some((lane) => hand.isHeld(sensor.id, lane));
  return (
    <>
      <FacePicture
        label="The instrument’s face"
        places={places}
        view={viewOf(places, sensors ? null : outlineOf(instrument, places))}
        most={most}
        of={(drawn) => ({
          ...(practice ? { ...touched(drawn), role: 'button', tabIndex: -1 } : { role: 'img' }),
          'aria-label': `${kindOf(drawn.place.sensor).verb} ${placeWord(drawn.place)}`,
          'data-held': isHeld(drawn.place),
          'data-done': marks?.(drawn.place).done,
        })}
        inside={(drawn) => (
          <>
            <PlaceLevel drawn={drawn} levels={levels} />
            {marks ? <Mark drawn={drawn} word={marks(drawn.place).word} /> : <PlaceWord drawn={drawn} />}
            {practice && <KeyLetters drawn={drawn} says={letters(drawn.place)} />}
          </>
        )}
      />
      {(sensors ?? instrument.sensors).map((sensor) => (
        <SensorLevels key={sensor.id} {...{ sensor, places, levels }} />
      ))}
    </>
  );
}

/** A mark as large as there is room for it, to be read from afar. */
function Mark({ drawn, word }: { drawn: Drawn; word: string }) {
  const size = Math.min(2.2, drawn.width / (9 * Math.max(1, word.length)));
  return size < 0.7 ? null : <PlaceWord drawn={drawn} word={word} size={size} />;
}

/** The letters that play a place: those of its lanes. */
function useKeyLetters(): (place: Place) => string {
  const instrument = useInstrument();
  const chosen = useChoice((c) => c.sensor);
  const keys = useMemo(() => Object.entries(handKeys(instrument, chosen)), [instrument, chosen]);
  return ({ sensor, lanes }) =>
    keys
      .filter(([, key]) => key.sensor === sensor.id && lanes.includes(key.lane))
      .map(([code]) => code.replace('Key', ''))
      .join(' ');
}

/** Above the middle, where there is room for them; at the left of what is flat; else below the place, and below its name. */
function KeyLetters({ drawn: { width, height, place }, says }: { drawn: Drawn; says: string }) {
  if (says === '') return null;
  const flat = width >= 11 * says.length + 180;
  const fits = width >= 11 * says.length && height >= 34;
  return (
    <text
      className={styles.key}
      transform={`rotate(${-place.box.turn})`}
      x={flat && !fits ? 8 - width / 2 : 0}
      y={fits ? 14 - height / 2 : flat ? 4 : height / 2 + 28}
      textAnchor={flat && !fits ? 'start' : 'middle'}
    >
      {says}
    </text>
  );
}

/** What is shown, mm: the whole face, or some places of it. */
function viewOf(places: readonly Place[], outline: { width: number; height: number } | null) {
  if (outline) return { left: 0, top: 0, right: outline.width, bottom: outline.height };
  const { left, right, top, bottom } = edgesOfAll(places.map(({ box }) => box));
  return { left: left - ROOM, right: right + ROOM, top: top - ROOM, bottom: bottom + ROOM };
}
