'use client';

import Button from '@mui/material/Button';
import Link from 'next/link';
import { useMemo } from 'react';
import { useKey } from '../hooks/use-key';
import { responseAt, withResponse } from '@/core/instrument/access';
import type { Dynamics, Response } from '@/core/instrument/response';
import type { Sensor } from '@/core/instrument/sensor';
import { levelPort } from '@/core/kinds/ports';
import { DEFAULT_DYNAMICS, DYNAMIC_NAMES, roomOf, type Played } from '@/core/shape/dynamics';
import { unevenness } from '@/core/shape/even-out';
import { CURVE_FAMILIES, CURVE_FAMILY_IDS, curveOf, type CurveFamilyId } from '@/core/shape/families';
import { useLevelReport } from '../calibrate/use-report';
import { useChangeSensor } from '../hooks/use-change-sensor';
import { useSensor, useSession } from '../hooks/use-session';
import { NumberField } from '../parts/number-field';
import { Pick } from '../parts/pick';
import { Headline, Station } from '../parts/station';
import { BeforeAfter } from './before-after';
import { CurveChart } from './curve-chart';
import { ShapeReading } from './shape-reading';
import { evenedResponse, shownResponse, solved, useCompared, usePlayed, type Compared } from './use-shape';
import styles from './shape.module.css';
import { sentence } from '../parts/words';
import { notify } from '../parts/notice';

/** Station 4: the response, until playing feels even. */
export function Shape() {
  const { sensor } = useSensor();
  const port = levelPort(sensor);
  if (!port) return <NothingToShape />;
  return sensor.calibration ? <ShapeSensor port={port} /> : <NotYet />;
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
            A curve needs rest and reach. <Link href={`/i/${id}/calibrate`}>Calibrate it</Link> <kbd>3</kbd>
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

function ShapeSensor({ port }: { port: string }) {
  const { sensor } = useSensor();
  const changeSensor = useChangeSensor();
  const { report, progress } = useLevelReport(sensor);
  const played = usePlayed(sensor, report);
  const { shown, proposed } = useMemo(
    () => shownResponse(responseAt(sensor, port), played),
    [sensor, port, played],
  );
  const compared = useCompared(sensor, shown);
  const wanted = shown.dynamics ?? DEFAULT_DYNAMICS;
  const set = (response: Response, says: string) =>
    changeSensor(sensor.id, says, (s) => withResponse(s, port, response));
  const want = (next: Dynamics) => {
    if (!played) return;
    const family = shown.family === 'straight' ? 'power' : shown.family;
    set(solved(family, played, next), 'curve drawn');
  };
  const accept = () => {
    if (proposed && set(shown, 'curve accepted')) notify('Accepted. Ctrl+Z takes it back.');
  };
  useKey('enter', accept, { preventDefault: true });
  return (
    <Station title="Shape" changes reading={<ShapeReading shown={shown} compared={compared} />}>
      <div className={styles.top}>
        <CurveChart
          shown={shown}
          proposed={proposed}
          played={played}
          wanted={wanted}
          compared={compared}
          xWords={`${sensor.name.toLowerCase()}, from rest to reach · where you play`}
          want={want}
        />
        <div className={styles.side}>
          <Headline
            says={proposed ? 'Three dynamics, evenly apart' : 'Where should each land?'}
            under={underWords(played !== null, progress !== null)}
          />
          {proposed && (
            <Button variant="contained" onClick={accept}>
              Accept&nbsp;<kbd>Enter</kbd>
            </Button>
          )}
          <Wanted wanted={wanted} disabled={!played} want={want} />
          <Pick
            label="Curve"
            labelled
            value={shown.family}
            disabled={!played}
            set={(family) =>
              played && set(solved(family as CurveFamilyId, played, wanted), `curve ${family}`)
            }
            options={CURVES}
          />
          {played && <p className={styles.note}>{fitWords(shown, played, wanted)}</p>}
          {compared && <Evened sensor={sensor} shown={shown} compared={compared} set={set} />}
        </div>
      </div>
      {compared && (
        <>
          <h2 className={styles.caption}>
            Your own takes: <span>firm, with this curve · dashed, without</span>
          </h2>
          <BeforeAfter compared={compared} />
        </>
      )}
    </Station>
  );
}

/** Evens the curve out from how the maker's own takes use it. */
function Evened({
  sensor,
  shown,
  compared,
  set,
}: {
  sensor: Sensor;
  shown: Response;
  compared: Compared;
  set: (response: Response, says: string) => void;
}) {
  const percent = Math.round(100 * (shown.evened ?? 0));
  const [now, straight] = [compared.after, compared.before].map(({ lands }) =>
    Math.round(100 * unevenness(lands)),
  );
  return (
    <>
      <NumberField
        label="Even out from use, %"
        labelled
        value={percent}
        low={0}
        high={100}
        step={10}
        set={(next) =>
          set(evenedResponse(sensor, shown, compared.before.along, next / 100), 'curve evened out')
        }
      />
      <p className={styles.note}>
        {now} % of your playing lies off an even use of all levels; straight, {straight} %.
      </p>
    </>
  );
}

const CURVES = Object.fromEntries(CURVE_FAMILY_IDS.map((id) => [id, CURVE_FAMILIES[id].name]));

function underWords(played: boolean, reading: boolean): string {
  if (played) return 'Drag a diamond, or type what it should read.';
  return reading ? 'Reading your takes…' : 'Play soft, medium and loud takes first: they place the diamonds.';
}

function Wanted({
  wanted,
  disabled,
  want,
}: {
  wanted: Dynamics;
  disabled: boolean;
  want: (next: Dynamics) => void;
}) {
  return (
    <div className={styles.wanted}>
      {DYNAMIC_NAMES.map((d) => (
        <NumberField
          key={d}
          label={d}
          labelled
          disabled={disabled}
          value={Math.round(wanted[d])}
          low={roomOf(wanted, d)[0]}
          high={roomOf(wanted, d)[1]}
          set={(reads) => want({ ...wanted, [d]: reads })}
        />
      ))}
    </div>
  );
}

function fitWords(shown: Response, played: Played, wanted: Dynamics): string {
  const curve = curveOf(shown);
  const off = Math.max(...DYNAMIC_NAMES.map((d) => Math.abs(127 * curve(played[d]) - wanted[d])));
  const name = sentence(CURVE_FAMILIES[shown.family].words(shown));
  return off <= 1
    ? `${name}: within a step of all three.`
    : `${name}: within ${Math.ceil(off)} steps of all three.`;
}
