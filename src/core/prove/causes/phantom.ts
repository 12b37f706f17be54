import type { Cure } from '../../findings/finding';
import { firstFrom } from '../../signal/first-from';
import { laneRange } from '../../ways/registry';
import type { Moment } from '../judge';
import { gateWord, inOrder, rangeWords, UNDER, type Case, type Why } from './case';

/** How far a lane went about a moment, in what its gate is set by; null where that is not counts. */
function furthestAbout({ sensor, lane, take, gate }: Case, { fromUs, toUs }: Moment): number | null {
  const id = lane ?? sensor.lanes[0].id;
  const column = take.channels.indexOf(sensor.lanes.find((l) => l.id === id)?.column ?? '');
  const range = laneRange(sensor, id);
  if (column < 0 || !range || gate?.shares) return null;
  let most = 0;
  const end = firstFrom(take.tUs, toUs + 1);
  for (let i = firstFrom(take.tUs, fromUs - ABOUT_US); i < end; i++)
    most = Math.max(most, Math.abs(take.counts[i * take.channels.length + column] - range.rest));
  return most;
}
/** A note begins so long after what causes it at most, µs. */
const ABOUT_US = 30_000;

/** Something moved the trace that nobody meant. */
export function whyPhantom(own: Case): Why {
  const { moments, proved, gate, sensor, lane } = own;
  const far = moments.flatMap((m) => furthestAbout(own, m) ?? []);
  const beside = moments.filter(({ fromUs }) =>
    proved.attacks.some(
      (a) => a.lane !== lane && Math.abs(a.onUs - fromUs) < ABOUT_US && a.first.onUs !== fromUs,
    ),
  ).length;
  const causes: [number, string][] = [
    [beside, 'another was played at that moment: crosstalk, or a shock through the body'],
    [
      moments.length - beside,
      far.length > 0
        ? `a knock, a loose wire or noise: the trace goes to ${rangeWords(far, gate)}, past “on” at ${gateWord(gate?.on, gate)}`
        : 'a knock, a loose wire or noise',
    ],
  ];
  const softest = softestHeard(own);
  const highest = Math.max(0, ...far);
  const cures: Cure[] = [];
  if (gate?.on !== undefined && highest > 0 && highest + 1 < UNDER * softest)
    cures.push({
      says: `Raise “on” to ${gateWord(Math.ceil(highest) + 1, gate)}`,
      cost: `the softest gesture here goes to ${gateWord(softest, gate)}`,
      tries: [{ is: 'gate', sensor: sensor.id, lane, values: { on: Math.ceil(highest) + 1 } }],
    });
  else
    cures.push({
      says: 'Fix the cause: they go as far as playing does',
      cost: 'Listen names loose wires and crosstalk',
    });
  return { causes: inOrder(causes), cures };
}

/** The peak of the softest gesture that is meant on these lanes; Infinity without any. */
const softestHeard = ({ proved, sensor, lane }: Case): number =>
  proved.intended.reduce(
    (least, own) =>
      own.onset && own.sensor === sensor.id && (lane === null || own.lane === lane) && own.onset.peak < least
        ? own.onset.peak
        : least,
    Infinity,
  );
