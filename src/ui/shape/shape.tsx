'use client';

import Link from 'next/link';
import { useState } from 'react';
import { shapedPorts } from '@/core/kinds/ports';
import { useSensor, useSession } from '../hooks/use-session';
import { Headline, Station } from '../parts/station';
import { ShapePort } from './shape-port';

/** Station 4: the response, until playing feels even. */
export function Shape() {
  const { sensor } = useSensor();
  const ports = shapedPorts(sensor);
  const [wanted, choose] = useState<{ sensor: string; port: string } | null>(null);
  if (ports.length === 0) return <NothingToShape />;
  if (!sensor.calibration) return <NotYet />;
  const port = wanted?.sensor === sensor.id && ports.includes(wanted.port) ? wanted.port : ports[0];
  return (
    <ShapePort
      key={`${sensor.id} ${port}`}
      sensor={sensor}
      port={port}
      ports={ports}
      choose={(next) => choose({ sensor: sensor.id, port: next })}
    />
  );
}

function NotYet() {
  const { id } = useSession();
  const { sensor } = useSensor();
  return (
    <Station title="Shape" reading={null}>
      <Headline
        says={`${sensor.name} is not calibrated yet.`}
        under={
          <>
            Here soft, medium and loud come to land where you want them, on a curve from rest to reach. First{' '}
            <Link href={`/i/${id}/calibrate`}>calibrate it</Link> <kbd>3</kbd>
          </>
        }
      />
    </Station>
  );
}

/** A sensor without a level: its gates need no curve. */
function NothingToShape() {
  const { id } = useSession();
  const { sensor } = useSensor();
  return (
    <Station title="Shape" reading={null}>
      <Headline
        says={`${sensor.name} has no level to shape.`}
        under={
          <>
            It opens and closes. What it plays is set at <Link href={`/i/${id}/voice`}>Voice</Link>{' '}
            <kbd>5</kbd>
          </>
        }
      />
    </Station>
  );
}
