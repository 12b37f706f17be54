'use client';

import { useRef, useState, type ReactNode, type SVGProps } from 'react';
import { kindOf } from '@/core/kinds/registry';
import type { Edges } from '@/core/plan/face/box';
import { placeKey, placeWord, type Place } from '@/core/plan/face/places';
import { isBlack } from '@/core/plan/face/usual-boxes';
import { useWidth } from '../../hooks/use-width';
import styles from './face.module.css';

/** A place as it is drawn: its size, px, before it is turned. */
export interface Drawn {
  place: Place;
  width: number;
  height: number;
}

interface Props {
  /** What this picture is, for those who cannot see it. */
  label: string;
  places: readonly Place[];
  /** The part of the face that is shown, mm. */
  view: Edges;
  /** The picture is never higher than so many px. */
  most: number;
  /** What each place answers to, and how it is marked. */
  of?: (drawn: Drawn) => SVGProps<SVGGElement> & Record<`data-${string}`, unknown>;
  /** Drawn within each place, px from its middle. */
  inside?: (drawn: Drawn) => ReactNode;
  /** Drawn below, and above, all places. @param scale px a mm */
  under?: (scale: number) => ReactNode;
  over?: (scale: number) => ReactNode;
  svg?: SVGProps<SVGSVGElement>;
}

/** Nothing is drawn larger than this, px a mm. */
const MOST_SCALE = 12;

/** The instrument's face, or a part of it: every place with its shape, in proportion. */
export function FacePicture({ label, places, view, most, of, inside, under, over, svg }: Props) {
  const box = useRef<HTMLDivElement>(null);
  const [room, setRoom] = useState(744);
  useWidth(box, 0, setRoom);
  const [across, down] = [view.right - view.left, view.bottom - view.top];
  const scale = Math.min(MOST_SCALE, room / across, most / down);
  return (
    <div ref={box} className={styles.box}>
      <svg
        role="group"
        aria-label={label}
        className={styles.face}
        width={across * scale}
        height={down * scale}
        {...svg}
      >
        <g transform={`translate(${-view.left * scale} ${-view.top * scale})`}>
          {under?.(scale)}
          {inOrder(places).map((place) => {
            const { x, y, width, height, turn } = place.box;
            const drawn = { place, width: width * scale, height: height * scale };
            return (
              <g
                key={placeKey(place)}
                transform={`translate(${x * scale} ${y * scale}) rotate(${turn})`}
                className={styles.place}
                data-black={isBlackKey(place) || undefined}
                style={{ color: `var(--${kindOf(place.sensor).family})` }}
                {...of?.(drawn)}
              >
                <PlaceShape drawn={drawn} className={styles.shape} />
                {inside?.(drawn)}
              </g>
            );
          })}
          {over?.(scale)}
        </g>
      </svg>
    </div>
  );
}

function isBlackKey({ shape, sensor, lanes }: Place): boolean {
  const { note } = sensor.lanes[lanes[0]];
  return shape === 'keys' && note !== undefined && isBlack(note);
}

/** What is smaller lies above: black keys above white ones. */
const inOrder = (places: readonly Place[]): Place[] =>
  [...places].sort((a, b) => b.box.width * b.box.height - a.box.width * a.box.height);

/** The outline of a place. @param within drawn so much smaller, px */
export function PlaceShape({
  drawn: { place, width, height },
  ...props
}: { drawn: Drawn } & SVGProps<SVGEllipseElement> & SVGProps<SVGRectElement>) {
  return place.shape === 'round' ? (
    <ellipse rx={width / 2} ry={height / 2} {...props} />
  ) : (
    <rect x={-width / 2} y={-height / 2} width={width} height={height} rx={2} {...props} />
  );
}

/** So many px a letter of a label needs. */
const LETTER = 7.6;
const LINE = 14;

/** The word of a place, upright: within it where there is room, below where it is the only one of its sensor, else nowhere. */
export function PlaceWord({ drawn, word, size = 1 }: { drawn: Drawn; word?: string; size?: number }) {
  const { place, width, height } = drawn;
  const says = word ?? placeWord(place);
  const { turn } = place.box;
  const upright = turn % 180 === 0;
  const [across, down] = upright ? [width, height] : [height, width];
  const fits = across >= LETTER * size * says.length + 4 && down >= LINE * size;
  if (!fits && place.lanes.length !== place.sensor.lanes.length) return null;
  // Keys are held where they are widest.
  const low = place.shape === 'keys' ? height / 2 - 12 : 5 * size;
  return (
    <text
      className={styles.word}
      transform={`rotate(${-turn})`}
      y={fits ? low : down / 2 + LINE}
      textAnchor="middle"
      style={size === 1 ? undefined : { fontSize: 13.5 * size }}
    >
      {says}
    </text>
  );
}
