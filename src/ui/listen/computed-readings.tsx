'use client';

import { sentence } from '../parts/words';
import { kindOf } from '@/core/kinds/registry';
import { computedKey } from '@/workers/live-protocol';
import { useLive, useSensor } from '../hooks/use-session';
import { Reading } from '../parts/station';

/** What is computed from a lane's counts or contacts before voices read it. */
export function ComputedReadings() {
  const { sensor, lane } = useSensor();
  const { ports, lanes } = kindOf(sensor);
  // As text, so that it is drawn again only where one changes.
  const computed = useLive((s) =>
    Object.keys(ports)
      .map((port) => {
        const share = s.tick?.computed[computedKey(sensor.id, lane, port)];
        return share === undefined ? '' : `${port} ${String(Math.round(100 * share)).replace('-', '−')}`;
      })
      .filter(Boolean)
      .join(','),
  );
  // Where ports name lanes, they are computed from all of them.
  const together = Object.values(ports).some((port) => port.lane !== undefined);
  const own = together ? sensor.lanes : [sensor.lanes[lane]];
  const names = own.flatMap(({ id, column, contacts }) => contacts ?? [column ?? id]).join(', ');
  const from = `the ${lanes.are === 'counts' ? 'counts' : 'edges'} of ${names}`;
  return computed
    .split(',')
    .filter(Boolean)
    .map((each) => {
      const [port, percent] = each.split(' ');
      const gate = ports[port].carries === 'gate';
      return (
        <Reading
          key={port}
          label={sentence(port)}
          value={gate ? (percent === '100' ? 'yes' : 'no') : percent}
          unit={gate ? '' : '%'}
        >
          {`${sentence(ports[port].says)}, computed from ${from}.`}
        </Reading>
      );
    });
}
