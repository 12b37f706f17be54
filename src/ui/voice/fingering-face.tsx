'use client';

import { useMemo } from 'react';
import { edgesOfAll } from '@/core/plan/face/box';
import { placeKey, placesOf } from '@/core/plan/face/places';
import type { Finger } from '@/core/stages/fingers';
import { useInstrument } from '../hooks/use-session';
import { FacePicture } from '../parts/face/face-picture';
import { nextSign, signSays } from './finger-signs';
import styles from './voice.module.css';

/** Greatest height, px; room round the fingers, mm. */
const HIGHEST = 150;
const ROOM = 4;

/** The fingers as they lie on the instrument: full where they are down; a click changes one. */
export function FingeringFace({
  fingers,
  keys,
  set,
}: {
  fingers: readonly Finger[];
  keys: string;
  set: (keys: string) => void;
}) {
  const instrument = useInstrument();
  const { places, fingerOf } = useMemo(() => {
    const at = new Map(fingers.map(({ sensor, lane }, i) => [placeKey({ sensor, lanes: [lane] }), i]));
    return {
      fingerOf: at,
      places: placesOf(instrument).filter((place) => at.has(placeKey(place))),
    };
  }, [instrument, fingers]);
  const { left, right, top, bottom } = edgesOfAll(places.map(({ box }) => box));
  return (
    <FacePicture
      label="Fingers, as they lie on the instrument"
      places={places}
      view={{ left: left - ROOM, right: right + ROOM, top: top - ROOM, bottom: bottom + ROOM }}
      most={HIGHEST}
      of={({ place }) => {
        const i = fingerOf.get(placeKey(place))!;
        const change = () => set(keys.slice(0, i) + nextSign(keys[i]) + keys.slice(i + 1));
        return {
          className: styles.finger,
          'data-sign': keys[i],
          role: 'button',
          tabIndex: 0,
          'aria-label': `Finger ${i + 1} on the face: ${signSays(keys[i])}`,
          onClick: change,
          onKeyDown: (e) => {
            if (e.key !== ' ') return;
            e.preventDefault();
            change();
          },
        };
      }}
      inside={({ place, width }) => (
        <>
          <line x1={-width / 4} x2={width / 4} className={styles.either} />
          <text textAnchor="middle" y={5} transform={`rotate(${-place.box.turn})`}>
            {fingerOf.get(placeKey(place))! + 1}
          </text>
        </>
      )}
    />
  );
}
