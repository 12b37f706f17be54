'use client';

import Button from '@mui/material/Button';
import Add from '@mui/icons-material/Add';
import type { Instrument } from '@/core/instrument/document';
import type { Sensor } from '@/core/instrument/sensor';
import type { LightVoice } from '@/core/instrument/voices';
import { withVoices } from '@/core/instrument/with-voices';
import { gatePort, levelPort } from '@/core/kinds/ports';
import { withPins } from '@/core/plan/take-fit';
import { FIRST_SHOW } from '@/core/stages/light-words';
import { counted } from '@/core/units/counted';
import { freeId } from '@/core/units/free-id';
import { useChangeInstrument } from '../hooks/use-change-sensor';
import { useInstrument, useSensor } from '../hooks/use-session';
import { LightStrip } from '../parts/light-strip';
import styles from './scenes.module.css';

/** What an instrument without lights is given first. */
const FIRST_LIGHTS = { count: 8, as: 'clocked' } as const;

/** The lights of the instrument as they are seen now, and a way to show this sensor on them. */
export function Lights() {
  const instrument = useInstrument();
  const { sensor } = useSensor();
  const change = useChangeInstrument();
  const { lights, boards } = instrument;
  const onFirst = sensor.board === boards[0].id;
  const says = onFirst
    ? 'Bars and single lights follow what is played, the later in the list over the earlier. None flashes three times a second, however it is played: faster can bring on a seizure.'
    : `They are led to ${boards[0].name}, and show what is played there.`;
  return (
    <section className={styles.scenes} aria-label="Lights">
      <header>
        <h2>Lights</h2>
        {onFirst && (
          <Button
            variant="outlined"
            startIcon={<Add />}
            onClick={() => change('shown on lights', (own) => withShow(own, sensor))}
          >
            Show {sensor.name} on {counted((lights ?? FIRST_LIGHTS).count, 'light')}
          </Button>
        )}
        <span>{says} How many there are, and how they are wired, stands in Plan.</span>
      </header>
      <LightStrip />
    </section>
  );
}

/** A bar that follows a sensor's level, or lights that follow its gate: a part a lane where there are as many. */
function withShow(instrument: Instrument, sensor: Sensor): Instrument {
  const lights = instrument.lights ?? FIRST_LIGHTS;
  const level = levelPort(sensor);
  const source = { sensor: sensor.id, port: level ?? gatePort(sensor) ?? '' };
  const own = {
    ...{ id: freeId(`${sensor.id}-lights`, (id) => instrument.voices.some((v) => v.id === id)) },
    ...{ zone: instrument.zones[0].id, is: 'light', side: 'both', lights: [1, lights.count], ...FIRST_SHOW },
    source,
    ...(level === null ? { shows: 'fade' } : {}),
  } satisfies LightVoice;
  return withVoices(withPins({ ...instrument, lights }), [...instrument.voices, own]);
}
