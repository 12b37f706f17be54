'use client';

import type { Sensor } from '@/core/instrument/sensor';
import { NumberField } from '../parts/number-field';
import { Pick } from '../parts/pick';
import { Reading } from '../parts/station';
import { useController } from './use-controller';
import styles from './shape.module.css';

/** Controllers above this have no low byte. */
const LAST_FINE = 31;

/** What a level's first controller costs on the wire, and what bounds it; counted on the maker's own takes. */
export function SentAs({ sensor, port, busiest }: { sensor: Sensor; port: string; busiest: number | null }) {
  const sent = useController(sensor, port);
  return (
    <>
      <Reading label="Sent at most" value={busiest === null ? '–' : String(busiest)} unit="messages/s">
        By all that this sensor plays, in the busiest second of your takes.
      </Reading>
      {sent && (
        <div className={styles.three}>
          <NumberField
            label="a second"
            labelled
            value={sent.voice.perSecond ?? 1000}
            low={20}
            high={1000}
            step={10}
            set={(perSecond) => sent.change('rate cap', { perSecond })}
          />
          <NumberField
            label="deadband"
            labelled
            value={sent.voice.deadband ?? 0}
            low={0}
            high={64}
            set={(deadband) => sent.change('deadband', { deadband })}
          />
          <Pick
            label="bits"
            labelled
            value={String(sent.voice.bits ?? 7)}
            disabled={sent.voice.controller > LAST_FINE || sent.voice.jumps !== undefined}
            set={(bits) =>
              sent.change('bits', { bits: bits === '14' ? 14 : 7, from: undefined, to: undefined })
            }
            options={{ '7': '7', '14': '14' }}
          />
        </div>
      )}
    </>
  );
}
