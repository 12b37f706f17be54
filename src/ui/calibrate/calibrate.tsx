'use client';

import dynamic from 'next/dynamic';
import { useFirstRun } from '../hooks/use-first-run';
import { useKey } from '../hooks/use-key';
import { choiceOf } from '@/core/ways/level/choice';
import { stepOf } from '@/core/ways/level/known/steps';
import { laneReport, levelLanes } from '@/core/ways/level/report';
import type { Cure } from '@/core/findings/finding';
import { stepsWithout, type GuideStep } from '@/core/guide/guide';
import { hasThresholds } from '@/core/kinds/has-thresholds';
import { kindOf } from '@/core/kinds/registry';
import type { Role } from '@/core/signal/take';
import type { KeptTake } from '@/store/database';
import { standingOf } from '@/store/standing';
import { useKeptTakesOf, useLive, useSensor, useSession, useWorkspace } from '../hooks/use-session';
import { Care } from '../parts/care';
import { Headline, Reading, Station } from '../parts/station';
import { BringTakes } from './bring-takes';
import { CalibrateHeadline } from './calibrate-headline';
import { CalibrationReading } from './calibration-reading';
import { Prompter } from './prompter-later';
import { ProvenanceLater } from './provenance-later';
import { TakesStrip } from './takes-strip';
import { TradeChart } from './trade-chart';
import { Computing } from './computing';
import { useProposal } from './use-proposal';
import { useLevelReport } from './use-report';
import styles from './calibrate.module.css';
import { notify } from '../parts/notice';

/** Loaded where there are no takes yet. */
const BeforeTakes = dynamic(() => import('./before-takes').then((m) => m.BeforeTakes));
/** Where known loads were laid on. */
const PictureChart = dynamic(() => import('./picture-chart').then((m) => m.PictureChart));
/** And for lanes beside each other. */
const BankTable = dynamic(() => import('./bank-table').then((m) => m.BankTable));
/** Loaded for the first bank that is looked at: a level needs none of it. */
const CalibrateBank = dynamic(() => import('./calibrate-bank').then((m) => m.CalibrateBank));

/** Station 3: guided takes, and what comes of them. */
export function Calibrate() {
  const { sensor } = useSensor();
  return hasThresholds(kindOf(sensor)) ? (
    <CalibrateLevel key={sensor.id} />
  ) : (
    <CalibrateBank key={sensor.id} />
  );
}

/** Rest, reach and thresholds of a level. */
function CalibrateLevel() {
  const session = useSession();
  const { workspace } = session;
  const { sensor, lane, column } = useSensor();
  const laneId = sensor.lanes[lane].id;
  const drafted = useWorkspace((s) => s.drafts[sensor.id] !== undefined);
  const takes = useKeptTakesOf(sensor.id);
  const readOnly = useWorkspace((s) => s.readOnly);
  const view = useLive((s) => s.tick?.guide ?? null);
  const { report: sensorReport, refused, progress, stop } = useLevelReport(sensor);
  const report = laneReport(sensorReport, laneId);
  const { shown, waits, move, accept, proposed } = useProposal(sensor, laneId, sensorReport);
  const settling = useLive((s) => s.settling);
  const restKnown = useLive((s) => report !== null || Boolean(s.rest[column]));
  const { steps, known: loads } = kindOf(sensor);
  // Known loads are no part of a run: they are laid on where units are wanted.
  const all = loads ? [...steps, stepOf(loads)] : steps;
  const have = standingOf(takes).map((t) => t.role);
  const missing = stepsWithout(steps, have);
  const goesOn = restKnown && have.length > 0 && missing.length > 0 && (waits || !shown);
  const due = goesOn ? missing : steps;

  const guide = (steps: readonly GuideStep[]) => {
    if (readOnly) return;
    if (drafted) workspace.draft(sensor.id, null, 'thresholds as proposed');
    const known = report?.rest ?? session.live.getState().rest[column] ?? null;
    session.say({ is: 'guide', sensor: sensor.id, steps: [...steps], known });
  };
  const redo = (role: Role) =>
    guide(restKnown || role === 'rest' ? all.filter((s) => s.role === role) : steps);
  const stand = (take: KeptTake) => {
    if (!readOnly) session.stand(take.id);
  };
  const act = (cure: Cure) => {
    if (cure.redo) redo(cure.redo);
    if (cure.set && shown) {
      const cured = { ...choiceOf(shown), ...cure.set };
      move(() => cured);
    }
  };
  const takeIt = () => {
    if (!view && !settling && accept()) notify('Accepted. Ctrl+Z takes it back.');
  };
  useFirstRun(() => guide(due));
  useKey('space', () => (view ? session.say({ is: 'stop-guide' }) : guide(due)), {
    preventDefault: true,
  });
  useKey('enter', takeIt, { preventDefault: true });
  const nudge = (which: 'on' | 'off', by: number) => () =>
    move((before) => ({ ...before, [which]: before[which] + by }));
  useKey('left', nudge('on', -1), { preventDefault: true });
  useKey('right', nudge('on', 1), { preventDefault: true });
  useKey('shift+left', nudge('off', -1), { preventDefault: true });
  useKey('shift+right', nudge('off', 1), { preventDefault: true });

  const reading = shown ? (
    <CalibrationReading sensor={sensor} report={report} shown={shown} move={move} act={act} />
  ) : (
    <Reading label="On threshold" value="–" unit="counts">
      Comes from your takes: low enough for your softest, high enough for silence.
    </Reading>
  );
  if (view)
    return (
      <Station title="Calibrate" reading={reading}>
        <Prompter sensor={sensor} view={view} />
      </Station>
    );
  if (settling || (progress !== null && !shown))
    return (
      <Station title="Calibrate" reading={<Reading label="On threshold" value="…" unit="counts" />}>
        <Headline says="Reading what you played…" under="In a moment you can read it and accept." />
        {progress !== null && <Computing share={progress} stop={stop} />}
      </Station>
    );
  return (
    <Station title="Calibrate" changes reading={reading}>
      <CalibrateHeadline
        waits={waits}
        measured={shown !== null}
        goesOnWith={goesOn ? missing[0].role : null}
        begin={() => guide(due)}
        accept={takeIt}
      />
      {progress !== null && <Computing share={progress} stop={stop} />}
      {refused && have.some((role) => role !== 'rest') && <p className={styles.refused}>{refused}</p>}
      <TakesStrip steps={all} takes={takes} report={report} loads={loads} redo={redo} stand={stand} />
      {report && shown ? (
        <>
          <div className={styles.caption}>
            <h2>Where “on” should lie</h2>
            <span>
              firm: measured · dashed: predicted · drag the lines, or <kbd>←</kbd> <kbd>→</kbd>, with{' '}
              <kbd>Shift</kbd> for off
            </span>
          </div>
          <TradeChart trade={report.trade.up} level={shown} move={move} />
          {sensor.lanes.length > 1 && (
            <BankTable sensor={sensor} lanes={sensorReport ? levelLanes(sensorReport) : null} />
          )}
          {report.pictures.map((picture) => (
            <PictureChart key={picture.title} picture={picture} />
          ))}
        </>
      ) : (
        <BeforeTakes sensor={sensor} column={column} />
      )}
      <ProvenanceLater sensor={sensor} proposed={proposed} />
      <div className={styles.foot}>
        <Care>{kindOf(sensor).care}</Care>
        {!readOnly && <BringTakes sensor={sensor} />}
      </div>
    </Station>
  );
}
