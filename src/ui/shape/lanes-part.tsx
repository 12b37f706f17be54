'use client';

import { Button } from '@mui/material';
import { useMemo, useState } from 'react';
import { responseAt, withLaneResponse } from '@/core/instrument/access';
import type { Response } from '@/core/instrument/response';
import type { Sensor } from '@/core/instrument/sensor';
import { furthestApart, lanesLand, madeAlike, STANDS_OUT, type LaneLanding } from '@/core/prove/lanes-alike';
import { counted } from '@/core/units/counted';
import { useChangeSensor } from '../hooks/use-change-sensor';
import { useKey } from '../hooks/use-key';
import { notify } from '../parts/notice';
import { Pick } from '../parts/pick';
import { LanesChart } from './lanes-chart';
import type { Shaping } from './use-shape';
import styles from './shape.module.css';

/** The lanes of a bank beside each other: which stand out, and curves by which they answer alike. */
export function LanesPart({ shaping }: { shaping: Shaping }) {
  const { sensor, port, lanes, allGestures } = shaping;
  const changeSensor = useChangeSensor();
  const [like, setLike] = useState<string | null | undefined>(undefined);
  const shared = responseAt(sensor, port);
  const now = useMemo(
    () => lanesLand(allGestures, lanes, (lane) => responseAt(sensor, port, lane)),
    [allGestures, lanes, sensor, port],
  );
  const alike = useMemo(
    () => (like === undefined ? null : madeAlike(allGestures, lanes, shared, like)),
    [like, allGestures, lanes, shared],
  );
  const then = useMemo(
    () => alike && lanesLand(allGestures, lanes, (lane) => alike.responses[lane] ?? shared),
    [alike, allGestures, lanes, shared],
  );
  const own = sensor.responses.filter((r) => r.port === port && r.lane !== undefined).length;
  const give = (says: string, responses: Record<string, Response>) => {
    const next = (s: Sensor) =>
      lanes.reduce((made, lane) => withLaneResponse(made, port, lane, responses[lane] ?? null), s);
    if (changeSensor(sensor.id, says, next))
      notify(`${says[0].toUpperCase()}${says.slice(1)}. Ctrl+Z takes it back.`);
    setLike(undefined);
  };
  const accept = () => alike && give('lanes made alike', alike.responses);
  useKey('enter', accept, { enabled: alike !== null, preventDefault: true });
  if (allGestures.length === 0)
    return (
      <p className={styles.note}>
        Play soft, medium and loud takes on each lane: they stand beside each other here.
      </p>
    );
  return (
    <div className={styles.lanes}>
      <LanesChart lanes={now} proposed={then} names={lanes} />
      <div className={styles.lanesSide}>
        <p className={styles.note}>{apartWords(now)}</p>
        {alike && then ? (
          <>
            <Pick
              label="Like"
              labelled
              value={like ?? ''}
              set={(lane) => setLike(lane === '' ? null : lane)}
              options={{ '': 'the middle of all', ...Object.fromEntries(lanes.map((lane) => [lane, lane])) }}
            />
            <p className={styles.note}>
              <strong>
                {furthestApart(now).toFixed(1)} → {furthestApart(then).toFixed(1)} steps
              </strong>{' '}
              between the furthest two. {sureWords(furthestApart(now) - furthestApart(then), alike.sure)}{' '}
              {leftWords(lanes, alike.responses, like ?? null)}
            </p>
            <div className={styles.buttons}>
              <Button variant="contained" onClick={accept}>
                Give each its curve&nbsp;<kbd>Enter</kbd>
              </Button>
              <Button onClick={() => setLike(undefined)}>Leave them</Button>
            </div>
          </>
        ) : (
          <div className={styles.buttons}>
            <Button variant="outlined" onClick={() => setLike(null)}>
              Make them alike…
            </Button>
            {own > 0 && (
              <Button onClick={() => give('lanes given one curve', {})}>
                One curve for all ({own} have their own)
              </Button>
            )}
          </div>
        )}
      </div>
    </div>
  );
}

/** How sure the gestures of a lane are. @param gained steps by which the furthest two come nearer @param sure σ, steps */
const sureWords = (gained: number, sure: number): string =>
  gained < 0.5
    ? `What sets them apart is no more than chance in so few gestures (σ ${sure.toFixed(1)}): play each more often.`
    : `A lane’s gestures are sure to ${sure.toFixed(1)} (σ).`;

function apartWords(lanes: readonly LaneLanding[]): string {
  const out = lanes.filter(({ apart }) => Math.abs(apart) >= STANDS_OUT);
  const apart = furthestApart(lanes).toFixed(1);
  if (out.length === 0) return `The furthest two lie ${apart} steps apart: none stands out.`;
  const named = out
    .slice(0, 4)
    .map(({ lane, apart: by }) => `${lane} reads ${Math.abs(by).toFixed(0)} ${by > 0 ? 'more' : 'less'}`);
  const more = out.length > 4 ? `, and ${counted(out.length - 4, 'lane')} more` : '';
  return `The furthest two lie ${apart} steps apart: ${named.join(', ')}${more} than the middle.`;
}

/** Lanes that cannot be made alike, since not all three dynamics were played on them. */
function leftWords(lanes: readonly string[], made: Record<string, unknown>, like: string | null): string {
  const left = lanes.filter((lane) => lane !== like && !(lane in made));
  if (left.length === 0) return '';
  return `${left.slice(0, 3).join(', ')}${left.length > 3 ? ' …' : ''} ${left.length === 1 ? 'keeps' : 'keep'} the shared one: soft, medium and loud were not all played there.`;
}
