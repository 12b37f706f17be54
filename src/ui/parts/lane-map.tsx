'use client';

import type { GuideView } from '@/core/guide/guide';
import type { Sensor } from '@/core/instrument/sensor';
import { placeWord, type Place } from '@/core/plan/face/places';
import { practises } from '@/session/live-state';
import { useHand } from '../hooks/use-hand';
import { useLive } from '../hooks/use-session';
import { PlayedFace, type Marked } from './face/played-face';
import { LevelsBeside } from './play-surface';
import styles from './lanes.module.css';

/** Greatest height, px. */
const HIGHEST = 360;

/** The lanes as they lie on the instrument: how far each is played now, and how often it was; ticked off once it is enough. */
export function LaneMap({ sensor, view }: { sensor: Sensor; view: GuideView }) {
  const hand = useHand();
  const practice = useLive(practises);
  return (
    <div className={styles.map} role="group" aria-label={`Lanes of ${sensor.name}`}>
      <PlayedFace sensors={[sensor]} hand={hand} most={HIGHEST} marks={(place) => markOf(place, view)} />
      {practice && <LevelsBeside sensor={sensor} hand={hand} />}
    </div>
  );
}

/** How often a place was played, of how often; its name where nothing is counted. */
function markOf(place: Place, { lanes, only, wanted }: GuideView): Marked {
  if (lanes === null) return { word: placeWord(place), done: false };
  const each = Math.round(wanted / lanes.length);
  const others = only !== undefined && !place.lanes.includes(only);
  const done = Math.min(...place.lanes.map((lane) => lanes[only === undefined ? lane : 0] ?? 0));
  return others || done >= each ? { word: '✓', done: true } : { word: `${done}/${each}`, done: false };
}
