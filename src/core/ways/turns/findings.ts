import type { SensorJob } from '../../calibrate/report';
import type { Finding, Said } from '../../findings/finding';
import type { TurnedLane } from './turned-lane';

/** Turned back by less than this share of what it was turned: one way only. (Common practice, no source.) */
const BACK_SHARE = 0.3;
/** Share of the time in phases that are none of its rests, from which on it rests between steps. (Common practice, no source.) */
const BETWEEN_SHARE = 0.1;

/** What is wrong with encoders: not turned, a contact that is silent, one way only, rest between steps. */
export function turnsFindings(job: SensorJob, lanes: readonly TurnedLane[]): Finding[] {
  const again = { says: 'Turn it to the right and back again', cost: 'some seconds', redo: 'sweep' as const };
  return lanes.flatMap((own): Finding[] => {
    const { lane, silent, record } = own;
    const finding = (rest: Said): Finding => ({
      ...{ sensor: job.sensor.id, lane: lane.id, cures: [again] },
      ...rest,
    });
    if (silent.length === 1)
      return [
        finding({
          code: 'contact-silent',
          severity: 'fault',
          says: `Only one contact of ${lane.id} changes; ${silent[0]} never does, so its direction cannot be told.`,
          causes: [
            'its wire is off',
            'it stands on another pin',
            'the middle pin of the encoder is not on ground',
          ],
        }),
      ];
    if (!record)
      return [
        finding({
          code: 'lane-not-played',
          severity: 'fault',
          says: `${lane.id} was not turned by a step, so it stays silent.`,
          causes: ['it was left out', 'its wires are off'],
        }),
      ];
    return [...oneWay(own), ...restsBetween(own)].map(finding);
  });
}

function oneWay({ lane, right, back, take, quarters }: TurnedLane): Said[] {
  if (back >= BACK_SHARE * right) return [];
  return [
    {
      code: 'turned-one-way',
      severity: 'doubt',
      evidence: { take, fromUs: quarters[0].tUs, toUs: quarters.at(-1)!.tUs },
      says: `${lane.id} was turned ${right} steps one way and ${back} back: that the first way was to the right is taken on trust.`,
      causes: ['it was turned one way only', 'a contact bounces so long that steps are lost'],
    },
  ];
}

/** It stays where no step ends: a rest so near to a change that a hand at rest makes it flicker. */
function restsBetween({ lane, record, rested, take, quarters }: TurnedLane): Said[] {
  const between = rested
    .filter(({ phase }) => !record!.rests.includes(phase))
    .reduce((sum, { share }) => sum + share, 0);
  if (between < BETWEEN_SHARE) return [];
  return [
    {
      code: 'rests-between',
      severity: 'doubt',
      evidence: { take, fromUs: quarters[0].tUs, toUs: quarters.at(-1)!.tUs },
      says: `${lane.id} rests between its steps for ${Math.round(100 * between)} % of the time.`,
      causes: ['it was held between two steps', 'a contact changes just where it comes to rest'],
    },
  ];
}
