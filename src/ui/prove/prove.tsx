'use client';

import Link from 'next/link';
import { soundingOf } from '@/core/compile/sounding';
import { useInstrument, useSensor, useSession } from '../hooks/use-session';
import { Headline, Station } from '../parts/station';
import { ProveSourced } from './prove-sourced';
import { useProveSource } from './use-prove-source';

/** Station 6: does it play what the player means. */
export function Prove() {
  const instrument = useInstrument();
  const { sensor } = useSensor();
  const { id } = useSession();
  const sources = useProveSource();
  const ready = soundingOf(instrument).some((s) => s.sounds !== 'none');
  if (!ready)
    return (
      <Station title="Prove" reading={null}>
        <Headline
          says="There is nothing to prove yet."
          under={
            <>
              Here your own takes are judged: what was missed, doubled, stuck or late, why, and what would
              cure it. First a calibrated sensor with a voice:{' '}
              <Link href={`/i/${id}/calibrate`}>calibrate</Link> <kbd>3</kbd>
            </>
          }
        />
      </Station>
    );
  return <ProveSourced key={`${sensor.id} ${sources.value}`} sources={sources} />;
}
