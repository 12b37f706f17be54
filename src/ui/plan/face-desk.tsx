'use client';

import dynamic from 'next/dynamic';
import {
  DndContext,
  MouseSensor,
  TouchSensor,
  useDraggable,
  useSensor as useDragBy,
  useSensors as useDragsBy,
} from '@dnd-kit/core';
import { useRef, type KeyboardEvent } from 'react';
import { movedBy } from '@/core/plan/face/edit';
import { outlineOf, placeKey, placeWord, type Place } from '@/core/plan/face/places';
import { FacePicture, PlaceShape, PlaceWord, type Drawn } from '../parts/face/face-picture';
import { FaceRulers } from './face-rulers';
import { WhenSeen } from '../parts/when-seen';
import { FaceTools } from './face-tools';
import { useFaceEdit } from './use-face-edit';
import { byPointer, inPicture } from './wiring-desk';
import styles from './face-desk.module.css';

/** Greatest height, px. */
const HIGHEST = 420;
/** What the arrow keys move by, mm; with Shift by ten of it. */
const STEP_MM = 1;
const ARROWS: Readonly<Record<string, readonly [number, number]>> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
};

/** Where each lane lies on the instrument, seen from the front: moved by pointer and by keys. */
export function FaceDesk() {
  const face = useFaceEdit();
  const { places, shown, chosen, edit, pick } = face;
  const picture = useRef<SVGSVGElement>(null);
  const drags = useDragsBy(
    useDragBy(MouseSensor, { activationConstraint: { distance: 4 } }),
    useDragBy(TouchSensor, { activationConstraint: { delay: 120, tolerance: 8 } }),
  );
  const outline = outlineOf(face.instrument, places);
  const scale = () => (picture.current?.getBoundingClientRect().width || outline.width) / outline.width;
  const placeBy = (key: string | number) => places.find((place) => placeKey(place) === key);
  const tabbed = placeKey(places.find((place) => chosen.has(placeKey(place)))!);
  const keys = (place: Place, e: KeyboardEvent) => {
    const [x, y] = ARROWS[e.key] ?? [0, 0];
    const by = STEP_MM * (e.shiftKey ? 10 : 1);
    const next = { PageDown: 1, PageUp: -1 }[e.key] ?? 0;
    if (ARROWS[e.key]) edit('places moved', movedBy(x * by, y * by));
    else if (next !== 0) {
      const at = places.indexOf(place) + next;
      const other = places[(at + places.length) % places.length];
      pick(other, false);
      const grips = picture.current?.querySelectorAll<SVGElement>('[data-grip]') ?? [];
      [...grips].find((grip) => grip.dataset.grip === placeKey(other))?.focus();
    } else if (e.key === 'a' && (e.ctrlKey || e.metaKey)) face.pickAll();
    else if (e.key === 'Enter' || e.key === ' ') pick(place, e.shiftKey);
    else return;
    e.preventDefault();
  };
  return (
    <section className={styles.desk} aria-label="Face">
      <header>
        <h2>Face</h2>
        <span>
          Where each lies, seen from the front, in mm. Drag it, or move it by <kbd>←</kbd> <kbd>→</kbd>{' '}
          <kbd>↑</kbd> <kbd>↓</kbd>, with Shift by 10. Shift adds to what is chosen.
        </span>
      </header>
      <DndContext
        id="face"
        sensors={drags}
        accessibility={{ screenReaderInstructions: { draggable: 'Move it by the arrow keys.' } }}
        onDragStart={({ active }) => {
          const place = placeBy(active.id);
          if (place && !chosen.has(placeKey(place))) pick(place, false);
        }}
        onDragMove={({ delta }) => face.drag({ x: delta.x / scale(), y: delta.y / scale() }, scale())}
        onDragEnd={face.drop}
        onDragCancel={() => face.drag(null, 1)}
      >
        <div className={styles.paper}>
          <FacePicture
            label="The instrument’s face, to be laid out"
            places={shown}
            view={{ left: 0, top: 0, right: outline.width, bottom: outline.height }}
            most={HIGHEST}
            svg={{ ref: picture }}
            of={({ place }) => ({ 'data-chosen': chosen.has(placeKey(place)) })}
            inside={(drawn) => (
              <>
                <PlaceWord drawn={drawn} />
                <Grip
                  drawn={drawn}
                  tabbed={placeKey(drawn.place) === tabbed}
                  pressed={chosen.has(placeKey(drawn.place))}
                  pick={(more) => pick(drawn.place, more)}
                  keys={(e) => keys(drawn.place, e)}
                />
              </>
            )}
            under={(px) => <FaceRulers outline={outline} scale={px} />}
            over={(px) =>
              face.lines.map(({ axis, at }) => (
                <line
                  key={axis}
                  className={styles.line}
                  {...(axis === 'x'
                    ? { x1: at * px, x2: at * px, y1: 0, y2: outline.height * px }
                    : { x1: 0, x2: outline.width * px, y1: at * px, y2: at * px })}
                />
              ))
            }
          />
        </div>
      </DndContext>
      <FaceTools face={face} outline={outline} />
      <WhenSeen label="Panel sheet">
        <FaceSheet instrument={face.instrument} places={shown} />
      </WhenSeen>
    </section>
  );
}

/** Fetched with the first face that is looked at. */
const FaceSheet = dynamic(() => import('./face-sheet').then((m) => m.FaceSheet));

/** What a place is dragged and chosen by. */
function Grip({
  drawn,
  tabbed,
  pressed,
  pick,
  keys,
}: {
  drawn: Drawn;
  tabbed: boolean;
  pressed: boolean;
  pick: (more: boolean) => void;
  keys: (e: KeyboardEvent) => void;
}) {
  const key = placeKey(drawn.place);
  const { setNodeRef, listeners } = useDraggable({ id: key });
  const { sensor } = drawn.place;
  const word = placeWord(drawn.place);
  return (
    <PlaceShape
      drawn={drawn}
      ref={inPicture(setNodeRef)}
      {...byPointer(listeners)}
      data-grip={key}
      className={styles.grip}
      role="button"
      tabIndex={tabbed ? 0 : -1}
      aria-pressed={pressed}
      aria-label={word === sensor.name ? word : `${sensor.name} ${word}`}
      onClick={(e) => pick(e.shiftKey)}
      onKeyDown={keys}
    />
  );
}
