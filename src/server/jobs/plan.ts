import type { Instrument } from '@/core/instrument/document';
import { BOARD_CLASSES, findBoardClass } from '@/core/plan/board-classes';
import { nearest, planOf } from '@/core/plan/plan';
import { fitOf, type Fit } from '@/core/plan/solve';
import { takeFit } from '@/core/plan/take-fit';
import { wished } from '@/core/plan/wishes';
import { no, type Asked } from '../body';
import { problem } from '../problem';
import { asked, checked } from './asked';
import { PlanRequest } from './requests';

/** Sensors of all wishes together, as a document holds, and lanes. */
const MOST_SENSORS = 128;
const MOST_WISHED = 1024;

/**
 * Plans an instrument, or kinds and counts: `{ instrument }` or `{ sensors, board? }` → boards that fit, pins, budgets, parts,
 * steps, findings. Of wishes that no board holds, the nearest that can be: what is left out is told.
 */
export function plan(text: string): Response {
  const request = asked(text, PlanRequest);
  if (!request.ok) return request.response;
  const planned = wanted(request.value);
  if (!planned.ok) return planned.response;
  const { instrument, leftOut } = planned.value;
  const { batteryMah } = request.value;
  const fed = batteryMah === undefined ? instrument : { ...instrument, batteryMah };
  const { fits, ...rest } = planOf(fed);
  return Response.json({ instrument, leftOut, ...rest, fits: fits.map((fit) => fitAnswer(fit, instrument)) });
}

/** The instrument of a request: its own, or one of its wishes on the board that it names, else on the best that fits. */
function wanted({
  instrument,
  sensors,
  board,
}: PlanRequest): Asked<{ instrument: Instrument; leftOut: string[] }> {
  const refuse = (title: string, path: string, says: string) => no(problem(422, title, [{ path, says }]));
  if (instrument) return whole(instrument, []);
  if (!sensors)
    return refuse(
      'The request does not hold what is needed',
      'sensors',
      'an instrument or sensors are required',
    );
  const named = board === undefined ? undefined : findBoardClass(board);
  if (board !== undefined && !named) {
    const says = `must be one of ${BOARD_CLASSES.map((c) => c.id).join(', ')}, got ${board}`;
    return refuse('The board is not known', 'board', says);
  }
  const lanes = sensors.reduce((n, wish) => n + (wish.count ?? 1) * (wish.lanes ?? 1), 0);
  if (lanes > MOST_WISHED)
    return refuse(
      'These are too many',
      'sensors',
      `at most ${MOST_WISHED} lanes can be planned at once, got ${lanes}`,
    );
  const count = sensors.reduce((n, wish) => n + (wish.count ?? 1), 0);
  if (count > MOST_SENSORS)
    return refuse(
      'These are too many',
      'sensors',
      `an instrument has at most ${MOST_SENSORS} sensors, got ${count}`,
    );
  const plain = wished('planned', 'Planned', new Date(0).toISOString(), sensors);
  if (named) return whole(takeFit(plain, fitOf(named, plain.sensors, null)), []);
  const near = nearest(plain.sensors);
  if (!near)
    return refuse(
      'No board holds this',
      'sensors',
      `no class of boards holds ${plain.sensors[0].name} alone`,
    );
  const leftOut = plain.sensors.slice(near.kept.length).map((s) => s.id);
  return whole(takeFit({ ...plain, sensors: near.kept }, near.fit), leftOut);
}

function whole(value: object, leftOut: string[]): Asked<{ instrument: Instrument; leftOut: string[] }> {
  const instrument = checked(JSON.parse(JSON.stringify(value)));
  return instrument.ok ? { ok: true, value: { instrument: instrument.value, leftOut } } : instrument;
}

/** A fit in the words of the instrument: ids of sensors, of the class. */
const fitAnswer = ({ board, boards, ...fit }: Fit, { sensors }: Instrument) => ({
  ...fit,
  board: board.id,
  name: board.name,
  boards: boards.map((own) => own.map((i) => sensors[i].id)),
});
