'use client';

import { kindOf } from '@/core/kinds/registry';
import { levelOf } from '@/core/ways/registry';
import { computedKey } from '@/workers/live-protocol';
import { useLive, useSensor, useSession } from '../hooks/use-session';
import { useColours } from '../parts/colours';
import { Trace, type TraceOverlay } from '../parts/trace';
import { sentence } from '../parts/words';
import styles from './listen.module.css';

/** The last eight seconds of what is computed from a lane and read as a level, each beneath the other. */
export function ComputedTraces() {
  const { computed } = useSession();
  const { sensor, lane } = useSensor();
  const colours = useColours();
  const { ports, family } = kindOf(sensor);
  // As text, so that it is drawn again only where there are others.
  const there = useLive((s) =>
    Object.keys(ports)
      .filter(
        (port) =>
          ports[port].carries === 'level' && computedKey(sensor.id, lane, port) in (s.tick?.computed ?? {}),
      )
      .join(','),
  );
  return there
    .split(',')
    .filter(Boolean)
    .map((port) => (
      <figure key={port} className={styles.computed}>
        <figcaption>{sentence(port)} as computed, in percent</figcaption>
        <Trace
          ring={computed[computedKey(sensor.id, lane, port)]}
          colour={colours[family]}
          range={levelOf(sensor, lane, port)?.down ? BOTH_SIDES : ONE_SIDE}
          unit="%"
          overlay={nothing}
          height="clamp(90px, 16vh, 240px)"
          label={`The last eight seconds of ${port} of ${sensor.name}, in percent`}
        />
      </figure>
    ));
}

const ONE_SIDE = { low: -4, high: 104 };
const BOTH_SIDES = { low: -104, high: 104 };
const nothing = (): TraceOverlay => ({});
