'use client';

import { strengthsBy } from '@/core/calibrate/dynamics';
import { Button } from '@mui/material';
import { useKey } from '../hooks/use-key';
import type { BankReport } from '@/core/calibrate/report';
import type { Picture } from '@/core/calibrate/picture';
import type { Cure } from '@/core/findings/finding';
import { stepsFrom, stepsWithout, type GuideStep } from '@/core/guide/guide';
import type { Sensor } from '@/core/instrument/sensor';
import { kindOf } from '@/core/kinds/registry';
import type { Role } from '@/core/signal/take';
import { counted } from '@/core/units/counted';
import { standingOf, stoppedOf } from '@/store/standing';
import { keptOf } from '@/store/takes';
import type { StoppedTake } from '@/workers/live-protocol';
import { useKeptTakesOf, useLive, useSensor, useSession, useWorkspace } from '../hooks/use-session';
import { Care } from '../parts/care';
import { LaneStrip } from '../parts/lane-strip';
import { notify } from '../parts/notice';
import { Headline, Station } from '../parts/station';
import { BankReading } from './bank-reading';
import { BankTable } from './bank-table';
import { BringTakes } from './bring-takes';
import { PictureChart } from './picture-chart';
import { ProvenanceLater } from './provenance-later';
import { CalibrateHeadline } from './calibrate-headline';
import { Computing } from './computing';
import { Prompter } from './prompter-later';
import { Velocities } from './velocities';
import { TakesStrip } from './takes-strip';
import { withKept } from '@/core/ways/kept';
import { wayOf } from '@/core/ways/registry';
import { useAcceptCalibration } from './use-accept';
import { sameIds } from './use-proposal';
import { useReport } from './use-report';
import styles from './calibrate.module.css';

/** A sensor of several lanes: guided takes over all of them in any order, then a record a lane. */
export function CalibrateBank() {
  const session = useSession();
  const { sensor, lane } = useSensor();
  const takes = useKeptTakesOf(sensor.id);
  const readOnly = useWorkspace((s) => s.readOnly);
  const view = useLive((s) => s.tick?.guide ?? null);
  const settling = useLive((s) => s.settling);
  const { report, refused, progress, stop } = useReport(sensor);
  const bank = report?.is === 'bank' ? report : null;
  const { care, steps, extra = [] } = kindOf(sensor);
  const all = [...steps, ...extra];
  const pictures = picturesOf(bank?.pictures ?? [], sensor.lanes[lane].id);
  const { waits, accept } = useBankProposal(sensor, bank);
  const missing = stepsWithout(
    steps,
    standingOf(takes).map((t) => t.role),
  );

  const guide = (wanted: readonly GuideStep[], more: { only?: number; resumes?: StoppedTake } = {}) => {
    if (!readOnly) session.say({ is: 'guide', sensor: sensor.id, steps: [...wanted], known: null, ...more });
  };
  const stopped = stoppedOf(takes, sensor.lanes.length);
  const goesOnWith = stopped?.role ?? (missing.length < steps.length ? missing[0]?.role : undefined) ?? null;
  /** Goes on where a run was stopped, even in the middle of a take; else from the beginning. */
  const begin = async () => {
    const kept = stopped && (await keptOf(stopped.id));
    const resumes = kept && { ...kept, take: stopped.id, role: stopped.role, done: stopped.done! };
    guide(stepsFrom(steps, extra, goesOnWith), resumes ? { resumes } : {});
  };
  // What counts as a gesture is told from rest, so a take is played again with its rest.
  const redo = (role: Role) => guide(all.filter((s) => s.role === role || s.gestures === null));
  const act = (cure: Cure) => cure.redo && redo(cure.redo);
  const takeIt = () => {
    if (!view && !settling && accept()) notify('Accepted. Ctrl+Z takes it back.');
  };
  useKey('space', () => (view ? session.say({ is: 'stop-guide' }) : void begin()), {
    preventDefault: true,
  });
  useKey('enter', takeIt, { preventDefault: true });

  const reading = <BankReading sensor={sensor} report={bank} act={act} />;
  if (view)
    return (
      <Station title="Calibrate" reading={reading}>
        <Prompter sensor={sensor} view={view} />
      </Station>
    );
  if (settling || (progress !== null && !sensor.calibration))
    return (
      <Station title="Calibrate" reading={reading}>
        <Headline says="Reading what you played…" under="In a moment you can read it and accept." />
        {progress !== null && <Computing share={progress} stop={stop} />}
      </Station>
    );
  return (
    <Station title="Calibrate" changes reading={reading}>
      <CalibrateHeadline
        waits={waits}
        measured={bank !== null || sensor.calibration !== undefined}
        goesOnWith={goesOnWith}
        played={
          stopped && `${stopped.done!.filter((n) => n > 0).length} of ${sensor.lanes.length} are played.`
        }
        begin={() => void begin()}
        accept={takeIt}
      />
      {progress !== null && <Computing share={progress} stop={stop} />}
      {refused && missing.length < steps.length && <p className={styles.refused}>{refused}</p>}
      <TakesStrip
        steps={all}
        takes={takes}
        report={null}
        redo={redo}
        stand={(take) => !readOnly && session.stand(take.id)}
      />
      <div className={styles.caption}>
        <h2>{sensor.name}, live</h2>
        <span>{counted(sensor.lanes.length, 'lane')}, each as far as it is played</span>
      </div>
      <LaneStrip sensor={sensor} height={72} />
      {bank?.strokes && <Velocities sensor={sensor} strengths={strengthsBy(bank.strokes)} />}
      {pictures.map((picture) => (
        <PictureChart key={picture.title} picture={picture} />
      ))}
      <BankTable sensor={sensor} lanes={bank?.readings.lanes ?? null} />
      {canBeAlone(sensor) && missing.length === 0 && (
        <Button
          variant="outlined"
          sx={{ alignSelf: 'start' }}
          disabled={readOnly}
          onClick={() => guide(steps, { only: lane })}
        >
          Play {sensor.lanes[lane].id} again alone
        </Button>
      )}
      <ProvenanceLater
        sensor={sensor}
        proposed={waits && bank ? withKept(sensor.calibration, bank.calibration) : null}
      />
      <div className={styles.foot}>
        {care !== '' && <Care>{care}</Care>}
        {!readOnly && <BringTakes sensor={sensor} />}
      </div>
    </Station>
  );
}

/** Whether a lane of a sensor can be played again alone. */
const canBeAlone = ({ lanes, calibration }: Sensor): boolean =>
  lanes.length > 1 && calibration !== undefined && wayOf(calibration).alone === true;

/** Those of all lanes together, and that of one: the first, where it has none of its own. */
function picturesOf(all: readonly Picture[], lane: string): Picture[] {
  const [together, own] = [all.filter((p) => p.lane === undefined), all.filter((p) => p.lane !== undefined)];
  return [
    ...together,
    ...own
      .filter((p) => p.lane === lane)
      .concat(own)
      .slice(0, 1),
  ];
}

/** What the takes propose, while it is not what was accepted. */
function useBankProposal(sensor: Sensor, report: BankReport | null) {
  const acceptCalibration = useAcceptCalibration(sensor);
  const accepted = sensor.calibration;
  const waits = report !== null && !(accepted && sameIds(accepted.takes, report.calibration.takes));
  const accept = (): boolean => {
    if (!report || !waits) return false;
    const measured = { ...report.calibration, measuredAt: new Date().toISOString() };
    const calibration = withKept(accepted, measured);
    const played = report.readings.lanes.filter((l) => l.gestures > 0).length;
    return acceptCalibration(
      calibration,
      `${sensor.name} calibrated: ${counted(played, 'lane')}`,
      report.mark ?? sensor.mark,
      report.findings,
    );
  };
  return { waits, accept };
}
