'use client';

import { useMemo, useState } from 'react';
import type { Instrument } from '@/core/instrument/document';
import { edited, movedBy, withEdited, type BoxEdit } from '@/core/plan/face/edit';
import { placeKey, placesOf, type Place } from '@/core/plan/face/places';
import { snapped, type Snap } from '@/core/plan/face/snap';
import { useChangeInstrument } from '../hooks/use-change-sensor';
import { useInstrument, useSensor, useSession, useWorkspace } from '../hooks/use-session';

/** Farthest that a drag gives way to lie in line with something, px. */
const SNAP_PX = 6;

/** What is edited on a face: what is chosen, where it is dragged, and what is done to it. */
export function useFaceEdit() {
  const instrument = useInstrument();
  const { choice } = useSession();
  const sensor = useSensor().sensor.id;
  const readOnly = useWorkspace((s) => s.readOnly);
  const changeInstrument = useChangeInstrument();
  const [picked, setPicked] = useState<{ sensor: string; keys: readonly string[] } | null>(null);
  const [drag, setDrag] = useState<Snap | null>(null);
  const places = useMemo(() => placesOf(instrument), [instrument]);
  // Until a place is picked, all of the chosen sensor's are.
  const chosen = useMemo(() => {
    const keys = places.map(placeKey);
    const own = picked?.sensor === sensor ? picked.keys.filter((key) => keys.includes(key)) : [];
    const bank = places.filter((place) => place.sensor.id === sensor).map(placeKey);
    return new Set(own.length > 0 ? own : bank);
  }, [picked, sensor, places]);
  const shown = useMemo(
    () => (drag ? edited(places, chosen, movedBy(drag.x, drag.y)) : places),
    [places, chosen, drag],
  );
  const change = (says: string, next: (instrument: Instrument) => Instrument) => {
    if (!readOnly) changeInstrument(says, next);
  };
  return {
    instrument,
    /** Where all lie, before a drag has ended. */
    places,
    /** Where they are drawn. */
    shown,
    chosen,
    /** The lines that a dragged place lies on, with others. */
    lines: drag?.lines ?? [],
    /** Chooses a place. @param more besides those that are chosen; one that is chosen is left out */
    pick: (place: Place, more: boolean) => {
      const key = placeKey(place);
      const others = [...chosen].filter((own) => own !== key);
      choice.setState({ sensor: place.sensor.id, lane: place.lanes[0] });
      const keys = !more ? [key] : chosen.has(key) && others.length > 0 ? others : [...others, key];
      setPicked({ sensor: place.sensor.id, keys });
    },
    pickAll: () => setPicked({ sensor, keys: places.map(placeKey) }),
    /** Drags what is chosen so many mm; null where it is let go without that. @param scale px a mm */
    drag: (to: { x: number; y: number } | null, scale: number) => {
      if (to === null || readOnly) return setDrag(null);
      const boxes = (own: boolean) =>
        places.filter((place) => chosen.has(placeKey(place)) === own).map(({ box }) => box);
      setDrag(snapped(boxes(true), boxes(false), to.x, to.y, SNAP_PX / scale));
    },
    drop: () => {
      if (drag) change('places moved', (own) => withEdited(own, chosen, movedBy(drag.x, drag.y)));
      setDrag(null);
    },
    edit: (says: string, edit: BoxEdit) => change(says, (own) => withEdited(own, chosen, edit)),
    change,
  };
}

export type FaceEdit = ReturnType<typeof useFaceEdit>;
