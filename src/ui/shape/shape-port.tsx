'use client';

import { Button } from '@mui/material';
import { useMemo, useState } from 'react';
import { withFilter } from '@/core/instrument/access';
import { STRAIGHT, type Dynamics, type Response } from '@/core/instrument/response';
import type { Sensor } from '@/core/instrument/sensor';
import { kindOf } from '@/core/kinds/registry';
import { DEFAULT_DYNAMICS, DYNAMIC_NAMES, type Played } from '@/core/shape/dynamics';
import { unevenness } from '@/core/shape/even-out';
import { curveOf, type CurveFamilyId } from '@/core/shape/families';
import { asPoints, handlesOf, withHandleAt, withoutPoint, withPoint } from '@/core/shape/handles';
import { solved } from '@/core/shape/propose';
import { useKey } from '../hooks/use-key';
import { NumberField } from '../parts/number-field';
import { notify } from '../parts/notice';
import { Pick } from '../parts/pick';
import { Headline, Station } from '../parts/station';
import { Below } from './below';
import { CopyPart } from './copy-part';
import { CurveChart } from './curve-chart';
import { CurveFamily, fitWords, Handles, Wanted } from './curve-fields';
import { ShapeReading } from './shape-reading';
import { TrialPart } from './trial-part';
import {
  evenedResponse,
  useCompared,
  useShaping,
  useStruck,
  useTakesLoaded,
  type Shaping,
} from './use-shape';
import { useTrial } from './use-trial';
import styles from './shape.module.css';

/** Of a place on the curve that is pressed twice: a handle that lies so near is taken away, share of the way. */
const NEAR = 0.03;

/** One port of a sensor that answers by a curve: the curve in the middle of everything. */
export function ShapePort({
  sensor,
  port,
  ports,
  choose,
}: {
  sensor: Sensor;
  port: string;
  ports: readonly string[];
  choose: (port: string) => void;
}) {
  const [lane, setLane] = useState<string | null>(null);
  const shaping = useShaping({ sensor, port, lane });
  const { shown, proposed, played, gestures, set } = shaping;
  const trial = useTrial(shaping);
  const isLevel = kindOf(sensor).ports[port].carries === 'level';
  const takes = useTakesLoaded(sensor);
  const against = trial.a ?? STRAIGHT;
  const compared = useCompared(shaping, isLevel ? takes : null, against);
  const strokes = useStruck(shaping, against);
  const struck = isLevel ? null : strokes;
  const [chosen, setChosen] = useState<number | null>(null);
  const [typed, type] = useState(false);
  const handles = useMemo(() => handlesOf(shown), [shown]);
  const wanted = shown.dynamics ?? DEFAULT_DYNAMICS;
  const edit = useEdits(shaping, wanted);
  const accept = () => {
    if (proposed && set(shown, 'curve accepted')) notify('Accepted. Ctrl+Z takes it back.');
  };
  useKey('enter', accept, { enabled: proposed && trial.blind === null, preventDefault: true });
  const move = (handle: number, x: number, y: number) => {
    setChosen(handle);
    edit.bend(withHandleAt(shown, handle, x, y));
  };
  const point = (x: number, y: number) => {
    const near = handles.findIndex((h) => h.is === 'point' && Math.hypot(h.x - x, h.y - y) < NEAR);
    edit.bend(near < 0 ? withPoint(shown, x, y) : withoutPoint(shown, near));
  };
  return (
    <Station
      title="Shape"
      changes
      reading={
        <ShapeReading
          {...{ shown, port, compared, struck }}
          against={trial.a && trial.blind === null ? 'A' : 'straight'}
        />
      }
    >
      <div className={styles.top}>
        {trial.blind ? (
          <p className={styles.hidden}>The curve is shown again once you end the choice.</p>
        ) : (
          <CurveChart
            {...{ shown, proposed, played, wanted, handles, chosen, move, point }}
            use={compared ?? struck}
            xWords={
              isLevel
                ? `${sensor.name.toLowerCase()}, from rest to reach · where you play`
                : `${sensor.name.toLowerCase()}, how hard · where you strike`
            }
            want={edit.want}
          />
        )}
        <div className={styles.side}>
          <Headline
            says={proposed ? 'Three dynamics, evenly apart' : 'Where should each land?'}
            under={underWords(played !== null, shaping.reading)}
          />
          {proposed && (
            <Button variant="contained" onClick={accept}>
              Accept&nbsp;<kbd>Enter</kbd>
            </Button>
          )}
          <Which {...{ shaping, ports, choose, setLane }} />
          <Wanted wanted={wanted} disabled={!played} want={edit.want} />
          <CurveFamily shown={shown} choose={edit.family} set={edit.bend}>
            {compared && <EvenOut {...{ sensor, shown, set }} along={compared.before.along} />}
          </CurveFamily>
          <p className={styles.note}>
            {played && shown.dynamics && fitWords(shown, played, wanted)}
            {compared &&
              unevenWords(
                unevenness(compared.after.lands),
                unevenness(compared.before.lands),
                trial.a ? 'A' : 'straight',
              )}
          </p>
          <div className={styles.folds}>
            <Button size="small" aria-pressed={typed} onClick={() => type(!typed)}>
              Floor, ceiling, points…
            </Button>
            {trial.a === null && (
              <Button size="small" onClick={() => trial.hold(shown)}>
                Hold this as A, to compare…
              </Button>
            )}
            <CopyPart shaping={shaping} />
          </div>
        </div>
      </div>
      {typed && (
        <Handles
          {...{ handles, chosen, choose: setChosen, move }}
          add={() => {
            const at = widestGap(handlesOf(asPoints(shown)));
            edit.bend(withPoint(shown, at, curveOf(shown)(at)));
          }}
          remove={(handle) => edit.bend(withoutPoint(shown, handle))}
        />
      )}
      <TrialPart {...{ shaping, trial }} />
      <Below
        {...{ shaping, takes: isLevel ? takes : null, compared, struck, gestures }}
        against={trial.a ? 'A' : 'without'}
        setFilter={(filter) => set(withFilter(shown, filter), filter ? 'filter' : 'no filter')}
      />
    </Station>
  );
}

/** What changes the curve: where dynamics land, its family, its form. */
function useEdits({ shown, played, set }: Shaping, wanted: Dynamics) {
  const kept = (own: Response): Response => withFilter(own, shown.filter ?? null);
  return {
    want: (next: Dynamics) => {
      if (!played) return;
      const family = shown.family === 'straight' ? 'power' : shown.family;
      set(kept(solved(family, played, next, shown)), 'curve drawn');
    },
    family: (family: CurveFamilyId) => {
      if (played) set(kept(solved(family, played, wanted, shown)), `curve ${family}`);
      else if (family === 'points') set(kept(asPoints(shown)), 'curve smooth');
      else set(kept({ family, ...USUAL[family] }), `curve ${family}`);
    },
    /** Bent by hand: the dynamics read what the curve now makes of them. */
    bend: (curve: Response) => {
      const own = { ...curve };
      delete own.evened;
      delete own.dynamics;
      set(kept({ ...own, ...(played ? { dynamics: landings(own, played) } : {}) }), 'curve bent');
    },
  };
}

/** A family's number before anything was played: as good as straight. */
const USUAL: Record<CurveFamilyId, Partial<Response>> = {
  ...{ straight: {}, power: { gamma: 1 }, exponential: { k: 0 }, 's-shape': { steepness: 1 }, points: {} },
};

const landings = (curve: Response, played: Played): Dynamics => {
  const at = curveOf(curve);
  const [soft, medium, loud] = DYNAMIC_NAMES.map((d) => Math.round(10 * 127 * at(played[d])) / 10);
  return { soft, medium, loud };
};

/** The middle of the widest gap between two points, along x. */
function widestGap(points: readonly { x: number }[]): number {
  const gaps = points.slice(1).map(({ x }, i) => ({ wide: x - points[i].x, at: (x + points[i].x) / 2 }));
  return gaps.reduce((most, gap) => (gap.wide > most.wide ? gap : most)).at;
}

/** Which port and which lane is shaped, where there are several. */
function Which({
  shaping: { sensor, port, lane, lanes },
  ports,
  choose,
  setLane,
}: {
  shaping: Shaping;
  ports: readonly string[];
  choose: (port: string) => void;
  setLane: (lane: string | null) => void;
}) {
  const own = new Set(sensor.responses.filter((r) => r.port === port && r.lane).map((r) => r.lane));
  if (ports.length < 2 && lanes.length < 2) return null;
  return (
    <div className={styles.two}>
      {ports.length > 1 && (
        <Pick
          label="What of it"
          labelled
          value={port}
          set={choose}
          options={Object.fromEntries(ports.map((p) => [p, p]))}
        />
      )}
      {lanes.length > 1 && (
        <Pick
          label="Lanes"
          labelled
          value={lane ?? ''}
          set={(id) => setLane(id === '' ? null : id)}
          options={{
            '': 'all lanes',
            ...Object.fromEntries(lanes.map((id) => [id, own.has(id) ? `${id}, its own` : id])),
          }}
        />
      )}
    </div>
  );
}

/** Evens the curve out from how the maker's own takes use it. */
function EvenOut({
  sensor,
  shown,
  along,
  set,
}: Pick<Shaping, 'sensor' | 'shown' | 'set'> & { along: readonly number[] }) {
  return (
    <NumberField
      label="even, %"
      labelled
      value={Math.round(100 * (shown.evened ?? 0))}
      low={0}
      high={100}
      step={10}
      set={(next) => set(evenedResponse(sensor, shown, along, next / 100), 'curve evened out')}
    />
  );
}

/** How far the use of the output lies from an even one. */
const unevenWords = (now: number, before: number, against: string): string =>
  ` ${Math.round(100 * now)} % of your playing lies off an even use of all levels; ${against}, ${Math.round(100 * before)} %.`;

function underWords(played: boolean, reading: boolean): string {
  if (played) return 'Drag a diamond or a ring; press twice for a point.';
  return reading ? 'Reading your takes…' : 'Play soft, medium and loud takes first: they place the diamonds.';
}
