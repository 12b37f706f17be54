'use client';

import type { Sensor } from '@/core/instrument/sensor';
import type { ControllerVoice, Voice } from '@/core/instrument/voices';
import { useChangeVoices } from '../hooks/use-change-sensor';
import { useInstrument } from '../hooks/use-session';
import { NumberField } from '../parts/number-field';
import { Pick } from '../parts/pick';
import { Reading } from '../parts/station';
import styles from './shape.module.css';

/** Controllers above this have no low byte. */
const LAST_FINE = 31;

/** What a level's first controller costs on the wire, and what bounds it; counted on the maker's own takes. */
export function SentAs({ sensor, port, busiest }: { sensor: Sensor; port: string; busiest: number | null }) {
  const { voices } = useInstrument();
  const changeVoices = useChangeVoices();
  const voice = voices.find(
    (v): v is ControllerVoice =>
      v.is === 'controller' && v.source.sensor === sensor.id && v.source.port === port,
  );
  const set = (says: string, change: Partial<ControllerVoice>) =>
    changeVoices(says, (all) => all.map((v): Voice => (v === voice ? { ...voice, ...change } : v)));
  return (
    <>
      <Reading label="Sent at most" value={busiest === null ? '–' : String(busiest)} unit="messages/s">
        By all that this sensor plays, in the busiest second of your takes.
      </Reading>
      {voice && (
        <div className={styles.three}>
          <NumberField
            label="a second"
            labelled
            value={voice.perSecond ?? 1000}
            low={20}
            high={1000}
            step={10}
            set={(perSecond) => set('rate cap', { perSecond })}
          />
          <NumberField
            label="deadband"
            labelled
            value={voice.deadband ?? 0}
            low={0}
            high={64}
            set={(deadband) => set('deadband', { deadband })}
          />
          <Pick
            label="bits"
            labelled
            value={String(voice.bits ?? 7)}
            disabled={voice.controller > LAST_FINE}
            set={(bits) =>
              set(
                'bits',
                bits === '14'
                  ? { bits: 14, from: undefined, to: undefined }
                  : { bits: 7, from: undefined, to: undefined },
              )
            }
            options={{ '7': '7', '14': '14' }}
          />
        </div>
      )}
    </>
  );
}
