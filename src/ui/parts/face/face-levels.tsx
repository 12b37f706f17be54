'use client';

import { useRef, type RefObject } from 'react';
import { playedLanes } from '@/core/kinds/ports';
import type { Sensor } from '@/core/instrument/sensor';
import { placeKey, type Place } from '@/core/plan/face/places';
import { useLaneValues } from '../lane-values';
import { PlaceShape, type Drawn } from './face-picture';
import styles from './face.module.css';

/** The levels of a face's places, to be drawn past React. */
type Levels = RefObject<Map<string, SVGElement>>;

export const useFaceLevels = (): Levels => useRef(new Map<string, SVGElement>());

/** How far a place is played now, as a part of its shape: as far along as it is long, round ones from the middle. */
export function PlaceLevel({ drawn, levels }: { drawn: Drawn; levels: Levels }) {
  const key = placeKey(drawn.place);
  return (
    <PlaceShape
      drawn={drawn}
      className={styles.level}
      data-grows={growsOf(drawn)}
      ref={(own: SVGElement | null) => {
        if (own) levels.current.set(key, own);
        else levels.current.delete(key);
      }}
    />
  );
}

const growsOf = ({ place, width, height }: Drawn): 'out' | 'right' | 'up' =>
  place.shape === 'round' ? 'out' : width > height ? 'right' : 'up';

/** Keeps the levels of a sensor's places as they are played. */
export function SensorLevels({
  sensor,
  places,
  levels,
}: {
  sensor: Sensor;
  places: readonly Place[];
  levels: Levels;
}) {
  const played = new Set(playedLanes(sensor));
  const own = places
    .filter((place) => place.sensor.id === sensor.id)
    .map((place) => ({ key: placeKey(place), lanes: place.lanes.filter((lane) => played.has(lane)) }));
  useLaneValues(sensor, (shares) => {
    for (const { key, lanes } of own) {
      const share = Math.max(0, ...lanes.map((lane) => shares[lane] ?? 0));
      levels.current.get(key)?.style.setProperty('--share', share.toFixed(3));
    }
  });
  return null;
}
