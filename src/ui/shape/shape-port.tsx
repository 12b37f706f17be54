'use client';

import { Button } from '@mui/material';
import { useMemo, useState } from 'react';
import { responseAt, withFilter } from '@/core/instrument/access';
import { STRAIGHT } from '@/core/instrument/response';
import type { Sensor } from '@/core/instrument/sensor';
import { kindOf } from '@/core/kinds/registry';
import { DEFAULT_DYNAMICS } from '@/core/shape/dynamics';
import { unevenness } from '@/core/shape/even-out';
import { curveOf } from '@/core/shape/families';
import { asPoints, handlesOf, withHandleAt, withoutPoint, withPoint } from '@/core/shape/handles';
import { useKey } from '../hooks/use-key';
import { NumberField } from '../parts/number-field';
import { notify } from '../parts/notice';
import { Pick } from '../parts/pick';
import { Headline, Station } from '../parts/station';
import { Below } from './below';
import { CopyPart } from './copy-part';
import { CurveChart } from './curve-chart';
import { CurveFamily, fitWords, Handles, Wanted } from './curve-fields';
import { editsOf, widestGap } from './curve-edits';
import { ShapeReading } from './shape-reading';
import { TrialPart } from './trial-part';
import {
  evenedResponse,
  useCompared,
  useShaping,
  useStruck,
  useTakesLoaded,
  type Aim,
  type Shaping,
} from './use-shape';
import { useTrial } from './use-trial';
import { isTwoSided, Sides, Which } from './which';
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
  const [side, setSide] = useState<Aim['side']>(() => (responseAt(sensor, port).down ? 'up' : null));
  const shaping = useShaping({ sensor, port, lane, side });
  const { shown, proposed, played, gestures, set } = shaping;
  const trial = useTrial(shaping);
  const isLevel = kindOf(sensor).ports[port].carries === 'level';
  const takes = useTakesLoaded(sensor);
  const against = trial.a ?? STRAIGHT;
  const { compared, sends } = useCompared(shaping, isLevel ? takes : null, against);
  const strokes = useStruck(shaping, against);
  const struck = isLevel ? null : strokes;
  const [chosen, setChosen] = useState<number | null>(null);
  const [typed, type] = useState(false);
  const handles = useMemo(() => handlesOf(shown), [shown]);
  const wanted = shown.dynamics ?? DEFAULT_DYNAMICS;
  const edit = editsOf(shaping, wanted);
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
          {...{ shown, port, compared, sends, struck }}
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
            xWords={isLevel ? 'where you play, rest to reach' : 'how hard you strike'}
            want={edit.want}
          />
        )}
        <div className={styles.side}>
          <Headline
            says={proposed ? 'Three dynamics, evenly apart' : 'Where should each land?'}
            under={underWords(played !== null, shaping.reading, wantsDynamics(sensor))}
          />
          {proposed && (
            <Button variant="contained" onClick={accept}>
              Accept&nbsp;<kbd>Enter</kbd>
            </Button>
          )}
          <Which {...{ shaping, ports, choose, setLane }} />
          {isTwoSided(sensor, port) && <Sides shaping={shaping} setSide={setSide} />}
          {(played || wantsDynamics(sensor)) && (
            <Wanted wanted={wanted} disabled={!played} want={edit.want} />
          )}
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
                Hold this as A, to compare… <kbd>H</kbd>
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
        setFilter={(filter) => {
          // A curve that is only proposed stays so.
          const before = proposed ? responseAt(sensor, port, lane ?? undefined) : shown;
          set(withFilter(before, filter), filter ? 'filter' : 'no filter');
        }}
      />
    </Station>
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

/** Whether soft, medium and loud are played on it at all: a place and a tilt have none. */
const wantsDynamics = (sensor: Sensor): boolean => kindOf(sensor).steps.some(({ role }) => role === 'soft');

function underWords(played: boolean, reading: boolean, dynamics: boolean): string {
  if (played) return 'Drag a diamond or a ring; press twice for a point.';
  if (!dynamics) return 'Drag a ring; press twice for a point.';
  return reading ? 'Reading your takes…' : 'Play soft, medium and loud takes first: they place the diamonds.';
}
