'use client';

import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import { canBeButton } from '@/core/instrument/button';
import { boardOf } from '@/core/instrument/access';
import { withButton } from '@/core/instrument/with-button';
import { useChangeInstrument } from '../hooks/use-change-sensor';
import { useInstrument, useSensor } from '../hooks/use-session';
import styles from './voice.module.css';

/** Lets a switch be the button on the instrument that measures rest and reach, and says how it is used. */
export function ButtonChoice() {
  const instrument = useInstrument();
  const { sensor } = useSensor();
  const change = useChangeInstrument();
  const board = boardOf(instrument, sensor);
  if (!canBeButton(sensor, board.id)) return null;
  const on = board.button === sensor.id;
  const set = (is: boolean) =>
    change(is ? 'made the calibration button' : 'calibration button taken away', (own) =>
      withButton(own, sensor, is),
    );
  return (
    <section className={styles.button} aria-label="Calibration button">
      <FormControlLabel
        control={<Checkbox checked={on} onChange={(_, is) => set(is)} />}
        label="Calibration button: held, it measures rest and reach"
      />
      {on ? (
        <ol>
          <li>Hold it and let everything rest. The board’s own light flashes, twice a second.</li>
          <li>
            The light stays on: play as loudly as is comfortable, whatever you want measured. What you do not
            play keeps its reach.
          </li>
          <li>Let go. The light goes out: taken and kept. It flashes: refused, and all is as it was.</li>
        </ol>
      ) : (
        <p>It measures the levels and pads of its board where there is no bench, and plays nothing else.</p>
      )}
    </section>
  );
}
