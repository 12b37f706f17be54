'use client';

import Button from '@mui/material/Button';
import { withNotes } from '@/core/instrument/with-notes';
import type { Sensor } from '@/core/instrument/sensor';
import { hasNotes } from '@/core/kinds/level-voices';
import { kindOf } from '@/core/kinds/registry';
import { SCALES, scaleNotes, scaleOf, type ScaleId } from '@/core/pitch/scale';
import { useChangeSensor } from '../hooks/use-change-sensor';
import { NoteField } from '../parts/note-field';
import { Pick } from '../parts/pick';
import { usePlayedInOrder } from './use-played-in-order';
import styles from './voice.module.css';

const ONE_BY_ONE = 'one by one';
const SCALE_WORDS = Object.fromEntries(Object.entries(SCALES).map(([id, { name }]) => [id, name]));

/** The notes that a bank's lanes stand for: all at once as a scale, one by one, or in the order in which they are played. */
export function LaneNotes({ sensor }: { sensor: Sensor }) {
  const changeSensor = useChangeSensor();
  const { notes: begins, verb } = kindOf(sensor);
  const { lanes } = sensor;
  const set = (notes: readonly (number | undefined)[], says = `notes of ${sensor.name}`) =>
    changeSensor(sensor.id, says, (s) => withNotes(s, notes));
  const own = lanes.map(({ note }) => note ?? 0);
  const scale = scaleOf(own);
  const lowest = own[0];
  const whole = (id: ScaleId, from: number) => scaleNotes(id, from, lanes.length);
  const order = usePlayedInOrder(sensor, (places) => {
    const rising = scale ? own : whole('major', lowest);
    set(lanes.map((_, i) => (places.includes(i) ? rising[places.indexOf(i)] : undefined)));
  });
  if (!begins || lanes.length < (begins.leastLanes ?? 1)) return null;
  if (!hasNotes(sensor))
    return (
      <section className={styles.notes} aria-label="Notes of its lanes">
        <Button variant="outlined" onClick={() => set(whole(begins.scale, begins.lowest))}>
          Give its lanes notes
        </Button>
      </section>
    );
  return (
    <section className={styles.notes} aria-label="Notes of its lanes">
      <p>
        <b>{lanes.length === 1 ? 'Its note' : `Its ${lanes.length} notes`}</b> from
        <NoteField
          label="Lowest note"
          value={lowest}
          set={(from) => set(scale ? whole(scale, from) : moved(own, from - lowest))}
        />
        {lanes.length > 1 && (
          <>
            as
            <Pick
              label="Scale"
              value={scale ?? ONE_BY_ONE}
              set={(id) => id !== ONE_BY_ONE && set(whole(id as ScaleId, lowest))}
              options={scale ? SCALE_WORDS : { ...SCALE_WORDS, [ONE_BY_ONE]: ONE_BY_ONE }}
            />
            {order.offered && (
              <Button variant={order.going ? 'contained' : 'outlined'} onClick={order.toggle}>
                {order.going
                  ? `${verb[0].toUpperCase()}${verb.slice(1)} the next, or end: ${order.places.length} of ${lanes.length}`
                  : `Lowest first: ${verb} them in order`}
              </Button>
            )}
          </>
        )}
      </p>
      <ol>
        {lanes.map((lane, i) => (
          <li key={lane.id} data-played={order.places.includes(i)}>
            <span>{lanes.length === 1 ? sensor.name : i + 1}</span>
            <NoteField
              label={`Note of ${lane.id}`}
              value={own[i]}
              set={(note) => set(lanes.map((_, k) => (k === i ? note : undefined)))}
            />
          </li>
        ))}
      </ol>
    </section>
  );
}

/** Notes so many semitones higher, those past an end at it. */
const moved = (notes: readonly number[], by: number): number[] =>
  notes.map((note) => Math.min(127, Math.max(0, note + by)));
