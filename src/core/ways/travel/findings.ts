import type { SensorJob } from '../../calibrate/report';
import type { Finding } from '../../findings/finding';
import { median } from '../../signal/quantile';
import type { TravelledLane } from './travelled-lane';

/** Share of the converter under which a travel is poor (maker's handbook, section 3). */
const POOR_USE = 0.25;
/** A wiper jumps where a sample lies this far from its neighbours: σ, or share of the travel. (Common practice, no source.) */
const JUMP_SIGMAS = 12;
const JUMP_SHARE = 0.02;
/** Samples on either side that a jump is compared with. */
const AROUND = 4;
/** It went further than it was left, by this share of the travel. (Common practice, no source.) */
const PAST_END = 0.03;
/** And for so long, µs. */
const OUT_US = 40_000;

/** What is wrong with what stays where it is left: not moved, too short, a wiper that jumps, an end that was not held. */
export function travelFindings(job: SensorJob, lanes: readonly TravelledLane[]): Finding[] {
  const fullScale = 2 ** job.board.bits - 1;
  const again = { says: 'Move it to both ends again', cost: 'some seconds', redo: 'sweep' as const };
  const finding = (own: TravelledLane, rest: Omit<Finding, 'sensor' | 'lane' | 'cures'>): Finding => ({
    ...{ sensor: job.sensor.id, lane: own.lane.id, cures: [again] },
    ...rest,
  });
  return lanes.flatMap((own) => {
    const { lane, record } = own;
    if (!record)
      return [
        finding(own, {
          code: 'lane-not-played',
          severity: 'fault',
          says: `${lane.id} was not moved to two ends and left there, so it stays silent.`,
          causes: [
            'it was left out',
            'its wire is off, or on another input',
            'it was not left alone at its ends',
          ],
        }),
      ];
    const share = (record.high - record.low) / fullScale;
    const short: Finding[] =
      share >= POOR_USE
        ? []
        : [
            finding(own, {
              code: 'short-travel',
              severity: 'doubt',
              says: `${lane.id} moves over ${Math.round(100 * share)} % of the converter only.`,
              causes: [
                'it was not moved to its ends',
                'a resistor stands in series with it',
                'it is wired to one end and the wiper alone',
              ],
            }),
          ];
    return [...short, ...jumps(own, finding), ...pastEnds(own, finding)];
  });
}

type Make = (own: TravelledLane, rest: Omit<Finding, 'sensor' | 'lane' | 'cures'>) => Finding;

/** Single samples, or a few, that lie far from those on both sides of them. */
function jumps(own: TravelledLane, finding: Make): Finding[] {
  const { record, noise, takes, lane } = own;
  const least = Math.max(JUMP_SIGMAS * noise, JUMP_SHARE * (record!.high - record!.low));
  let n = 0;
  let first: Finding['evidence'];
  for (const { id, tUs, counts } of takes)
    for (let i = AROUND; i + AROUND < counts.length; i++) {
      const before = median(Array.from(counts.subarray(i - AROUND, i)));
      const after = median(Array.from(counts.subarray(i + 1, i + 1 + AROUND)));
      const [low, high] = before < after ? [before, after] : [after, before];
      if (counts[i] >= low - least && counts[i] <= high + least) continue;
      n++;
      first ??= { take: id, fromUs: tUs[i] - 20_000, toUs: tUs[i] + 20_000 };
    }
  if (n === 0) return [];
  return [
    finding(own, {
      code: 'wiper-jumps',
      severity: n > 3 ? 'fault' : 'doubt',
      evidence: first,
      says: `${lane.id} jumps for a moment, ${n} ${n === 1 ? 'sample' : 'samples'} in these takes.`,
      causes: ['the track is dirty or worn: turn it to and fro, or change it', 'its wire is loose'],
    }),
  ];
}

/** It was further out than where it was left longest: the end was not held. */
function pastEnds(own: TravelledLane, finding: Make): Finding[] {
  const { record, takes, lane, noise, stops } = own;
  const margin = record!.deadband + Math.max(6 * noise, PAST_END * (record!.high - record!.low));
  const out = takes
    .filter(({ role }) => role === 'sweep')
    .flatMap(({ id, tUs, counts }) => {
      for (let from = 0, to = 0; to < counts.length; from = to) {
        while (to < counts.length && tUs[to] - tUs[from] < OUT_US) to++;
        const here = median(Array.from(counts.subarray(from, to)));
        if (here < record!.low - margin || here > record!.high + margin)
          return [{ take: id, fromUs: tUs[from] - 100_000, toUs: tUs[from] + 100_000 }];
      }
      return [];
    })[0];
  if (!out && stops.length > 1) return [];
  return [
    finding(own, {
      code: 'end-not-held',
      severity: 'doubt',
      evidence: out,
      says: `${lane.id} went further than where it was left: what lies beyond reads as the end.`,
      causes: ['an end was passed and not held', 'it springs back a little'],
    }),
  ];
}
