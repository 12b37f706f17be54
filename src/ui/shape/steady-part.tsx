'use client';

import { Button } from '@mui/material';
import { useEffect, useRef, useState } from 'react';
import { DYNAMIC_NAMES, type Dynamics } from '@/core/shape/dynamics';
import { curveOf } from '@/core/shape/families';
import { deadbandFor, HOLD_US, levelsHeld, type Held } from '@/core/prove/held-levels';
import { analysisLink } from '@/workers/analysis-link';
import { useInstrument, useSession } from '../hooks/use-session';
import { useLaneValues } from '../parts/lane-values';
import { short } from '../parts/words';
import { useController } from './use-controller';
import { portLanes, type Shaping } from './use-shape';
import styles from './shape.module.css';

type Dynamic = keyof Dynamics;
const HOW: Record<Dynamic, string> = { soft: 'softly', medium: 'as you usually do', loud: 'loudly' };
/** So near to its mark a level is held, share of the output. */
const NEAR = 0.12;
/** Where no dynamics were played: shares of the way. */
const USUAL: Dynamics = { soft: 0.2, medium: 0.5, loud: 0.8 };

/** How steadily this player holds this sensor: softly, as usual, loudly, three seconds each, hands-free once it has begun. */
export function SteadyPart({ shaping }: { shaping: Shaping }) {
  const { sensor, shown, played } = shaping;
  const [holds, setHolds] = useState<Held[] | null>(null);
  const curve = curveOf(shown);
  const stage = holds && holds.length < DYNAMIC_NAMES.length ? DYNAMIC_NAMES[holds.length] : null;
  const target = stage ? curve((played ?? USUAL)[stage]) : null;
  return (
    <div className={styles.steady}>
      {stage && target !== null ? (
        <Hold
          key={stage}
          shaping={shaping}
          target={target}
          says={`Hold ${sensor.name.toLowerCase()} ${HOW[stage]}, where the mark is.`}
          done={(held) => setHolds([...holds!, held])}
        />
      ) : (
        <>
          {holds ? (
            <Outcome shaping={shaping} holds={holds} />
          ) : (
            <p className={styles.note}>
              Three holds of three seconds tell how many levels you have on this sensor: more than that,
              nobody can play.
            </p>
          )}
          <Button variant="outlined" onClick={() => setHolds([])}>
            {holds ? 'Hold again' : 'Begin'}
          </Button>
        </>
      )}
    </div>
  );
}

/** One hold: it begins by itself once the level is near its mark, and is over when it has stayed there. */
function Hold({
  shaping,
  target,
  says,
  done,
}: {
  shaping: Shaping;
  target: number;
  says: string;
  done: (held: Held) => void;
}) {
  const session = useSession();
  const instrument = useInstrument();
  const { sensor, port, lane, lanes } = shaping;
  const bar = useRef<HTMLElement>(null);
  const since = useRef<number | null>(null);
  const [left, setLeft] = useState<number | null>(null);
  const asked = useRef(false);
  const at = sensor.lanes.findIndex((l) => l.id === (lane ?? lanes[0]));
  const over = useRef(done);
  useEffect(() => {
    over.current = done;
  });
  useLaneValues(sensor, (shares) => {
    const share = lane === null ? Math.max(...shares) : shares[at];
    if (bar.current) bar.current.style.transform = `scaleX(${share})`;
    const now = session.live.getState().tick!.tUs;
    if (Math.abs(share - target) > NEAR) since.current = null;
    else since.current ??= now;
    const passed = since.current === null ? null : now - since.current;
    setLeft(passed === null ? null : Math.max(0, Math.ceil((HOLD_US - passed) / 1e6)));
    if (passed === null || passed < HOLD_US || asked.current) return;
    asked.current = true;
    void session
      .lastSeconds()
      .then((frames) => analysisLink.get().held(portLanes(instrument, { sensor, port, lane }), frames))
      .then((held) => {
        asked.current = false;
        since.current = null;
        if (held) over.current(held);
      });
  });
  return (
    <>
      <p className={styles.says}>{says}</p>
      <div className={styles.bar}>
        <i ref={bar} />
        <b style={{ left: `${100 * Math.max(0, target - NEAR)}%`, width: `${200 * NEAR}%` }} />
      </div>
      <p className={styles.says} aria-live="polite">
        {left === null ? '…' : `${left} s`}
      </p>
    </>
  );
}

function Outcome({ shaping, holds }: { shaping: Shaping; holds: readonly Held[] }) {
  const { sensor, port, shown } = shaping;
  const sent = useController(sensor, port);
  const levels = Math.round(levelsHeld(holds));
  const deadband = deadbandFor(holds, curveOf(shown));
  return (
    <>
      <p className={styles.says}>
        {levels} levels{levels > 128 && ', more than seven bits tell apart'}
      </p>
      <p className={styles.note}>
        You hold to within{' '}
        {holds.map(({ spread }, i) => `${short(127 * spread)} steps ${HOW[DYNAMIC_NAMES[i]]}`).join(', ')} (σ,
        where the curve is straight). Two levels four of these apart are told from each other.
      </p>
      {sent && deadband > (sent.voice.deadband ?? 0) && (
        <Button variant="outlined" onClick={() => sent.change('deadband', { deadband })}>
          Send nothing for less than {deadband} steps
        </Button>
      )}
    </>
  );
}
