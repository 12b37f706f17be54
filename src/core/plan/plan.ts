import { kindPlanOf } from '../kinds/plans-registry';
import type { Instrument } from '../instrument/document';
import type { Sensor } from '../instrument/sensor';
import { boardPlan, type BoardPlan } from './board-plan';
import { boardsAfter } from './edit-series';
import { latencyFigures, powerFigures, programFigures } from './budget';
import { buildSteps, type Step } from './build-list';
import { draftOf } from './draft';
import type { Figure } from '../parts/figure';
import { lightWires } from '../parts/formulas';
import { planFindings, type PlanFinding } from './findings';
import { partsList, type PartLine } from './parts-list';
import { solve, type Fit } from './solve';

export interface Plan {
  boards: BoardPlan[];
  /** Of the whole instrument: power, wires, cost. */
  figures: Figure[];
  latency: Figure[];
  parts: PartLine[];
  steps: Step[];
  findings: PlanFinding[];
  /** How each class of boards would serve it, the best first. */
  fits: Fit[];
}

/** Everything that follows from an instrument's sensors and boards. */
export function planOf(instrument: Instrument): Plan {
  const draft = draftOf(instrument);
  const boards = instrument.boards.map((board) => boardPlan(instrument, draft, board));
  const one = { ...draft, boards: [{ ...draft.boards[0], id: 'one' }], links: [] };
  const together = { ...one, sensors: draft.sensors.map((s) => ({ ...s, board: 'one' })) };
  const { needs } = programFigures(together, one.boards[0]);
  const fits = solve(instrument.sensors, needs, instrument.lights);
  const parts = partsList(instrument, boards);
  const cost = parts.reduce((n, p) => n + p.count * p.cost, 0);
  const wires = instrument.sensors.map((s) => {
    const { lane, shared } = kindPlanOf(s).wires;
    return { name: s.name, value: lane * s.lanes.length + shared, unit: 'wires' };
  });
  // Of the board whose messages pass the most others.
  const furthest = instrument.boards.reduce((a, b) =>
    boardsAfter(instrument, b.id).length > boardsAfter(instrument, a.id).length ? b : a,
  );
  const latency = latencyFigures(draft, furthest);
  const { lights, currency = '' } = instrument;
  if (lights)
    wires.push({
      ...{ name: lights.as === 'strip' ? 'a strip of lights' : 'lights, 4 each', unit: 'wires' },
      value: lightWires(lights.count, lights.as),
    });
  const total = (
    name: string,
    unit: string,
    value: number,
    formula: string,
    numbers: Figure['numbers'],
  ): Figure => ({
    ...{ name, value, unit, formula, numbers, limit: null },
  });
  return {
    boards,
    figures: [
      ...powerFigures(instrument),
      total(
        'wires to lead',
        '',
        wires.reduce((n, w) => n + w.value, 0),
        lights ? 'Σ wires of each sensor, and of the lights' : 'Σ wires of each sensor',
        wires,
      ),
      {
        ...total(
          'parts, cost',
          currency,
          cost,
          'Σ count · cost',
          parts.map((p) => ({ name: p.name, value: p.count * p.cost, unit: currency })),
        ),
        money: true,
      },
    ],
    latency,
    parts,
    steps: buildSteps(instrument),
    findings: planFindings(instrument, boards, fits, latency),
    fits,
  };
}

/**
 * The plan of the most of these sensors, in order, that any class of boards can hold: what stands at the end goes first. More
 * sensors never fit where fewer do not, so that halving finds it.
 */
export function nearest(sensors: readonly Sensor[]): { kept: Sensor[]; fit: Fit } | null {
  const bestOf = (n: number) => solve(sensors.slice(0, n), null)[0];
  let [fits, fails] = [0, sensors.length + 1];
  while (fails - fits > 1) {
    const n = (fits + fails) >> 1;
    if (bestOf(n).way === null) fails = n;
    else fits = n;
  }
  return fits === 0 ? null : { kept: sensors.slice(0, fits), fit: bestOf(fits) };
}
