'use client';

import Button from '@mui/material/Button';
import dynamic from 'next/dynamic';
import { useMemo, useState } from 'react';
import { planOf, type Plan as Planned } from '@/core/plan/plan';
import { keeps } from '@/core/parts/figure';
import { partsCsv } from '@/core/plan/parts-list';
import type { Instrument } from '@/core/instrument/document';
import { kindOf } from '@/core/kinds/registry';
import { counted } from '@/core/units/counted';
import { useInstrument, useSensor } from '../hooks/use-session';
import { Care } from '../parts/care';
import { download } from '../parts/download';
import { Headline, Station } from '../parts/station';
import { WhenSeen } from '../parts/when-seen';
import { AddSensor } from './add-sensor';
import { Boards } from './boards';
import { BuildList } from './build-list';
import { Parts } from './parts';
import { PartNumbers } from './part-numbers';
import { PlanReading } from './plan-reading';
import { PlanSheet } from './plan-sheet';
import { SensorTools } from './sensor-tools';
import { Wiring } from './wiring';
import { WiringDesk } from './wiring-desk';
import styles from './plan.module.css';

// Further down than the first screen.
const FaceDesk = dynamic(() => import('./face-desk').then((m) => m.FaceDesk));
const Series = dynamic(() => import('./series').then((m) => m.Series));

/** Station 1: from what the hands should do to a board that can. */
export function Plan() {
  const instrument = useInstrument();
  const { sensor } = useSensor();
  const plan = useMemo(() => planOf(instrument), [instrument]);
  const [adding, setAdding] = useState(false);
  return (
    <>
      <Station title="Plan" changes reading={<PlanReading plan={plan} />}>
        <Headline
          says={headlineOf(instrument, plan)}
          under={underOf(plan)}
          side={<AddSensor open={adding} setOpen={setAdding} />}
        />
        <SensorTools />
        <WiringDesk>
          {plan.boards.map((board) => (
            <Wiring key={board.board} plan={board} />
          ))}
        </WiringDesk>
        <PartNumbers key={sensor.id} />
        <FaceDesk />
        <Boards fits={plan.fits} />
        <WhenSeen label="MIDI in and out">
          <Series />
        </WhenSeen>
        <Parts parts={plan.parts} />
        <BuildList steps={plan.steps} />
        <div className={styles.foot}>
          <Care>{kindOf(sensor).care}</Care>
          <Button variant="outlined" onClick={() => window.print()}>
            Print the plan
          </Button>
          <Button
            variant="outlined"
            onClick={() =>
              download(`${instrument.id}-parts.csv`, partsCsv(plan.parts, instrument.currency), 'text/csv')
            }
          >
            Parts, CSV
          </Button>
        </div>
      </Station>
      <PlanSheet plan={plan} />
    </>
  );
}

/** The first thing that does not work, or that all does. */
function headlineOf({ boards }: Instrument, { findings, boards: planned }: Planned): string {
  const fault = findings.find((f) => f.severity === 'fault');
  if (fault)
    return fault.code === 'too-few-pins'
      ? 'It does not fit its board.'
      : 'Not yet: something does not add up.';
  if (planned.some((b) => b.wires === null)) return 'Which board?';
  const fits = boards.length === 1 ? 'It fits its board' : `It fits its ${boards.length} boards`;
  return findings.some((f) => f.code === 'latency' && f.severity === 'doubt')
    ? `${fits}, and sounds late.`
    : `${fits}.`;
}

function underOf({ findings, boards, latency, figures: whole }: Planned): string {
  const fault = findings.find((f) => f.severity === 'fault');
  if (fault) return `${fault.says} ${fault.cure}`;
  if (boards.some((b) => b.wires === null))
    return 'Choose a class of boards below: what it can do decides, not who makes it.';
  const wires = boards.reduce((n, b) => n + (b.wires?.length ?? 0), 0);
  const figures = [...boards.flatMap((b) => b.figures), ...latency, ...whole];
  const within = figures.every(keeps);
  return `${counted(wires, 'wire')}, each with its pin${within ? '; every budget is kept' : ''}. Drag a wire to another pin, or choose it and then the pin.`;
}
