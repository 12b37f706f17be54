import type { SensorJob } from '../../calibrate/report';
import type { Finding, Said } from '../../findings/finding';
import type { SpunLane } from './spun-lane';

/** Magnets that lie further apart than this from where they should, share of their distance. (Common practice, no source.) */
const UNEVEN = 0.1;
/** A period this much longer than both neighbours has a pulse missing; this much shorter, one too many. (Common practice, no source.) */
const MISSING = 1.7;
const DOUBLED = 0.6;

/** What is wrong with wheels: not turned, turned at one speed, magnets that lie unevenly, pulses that are missing or too many. */
export function speedFindings(job: SensorJob, lanes: readonly SpunLane[]): Finding[] {
  const again = { says: 'Turn it from slow to fast again', cost: 'some seconds', redo: 'sweep' as const };
  return lanes.flatMap((own): Finding[] => {
    const said = own.record ? [...wrongPulses(own), ...unevenMagnets(own)] : notTurned(own);
    return said.map((rest) => ({ sensor: job.sensor.id, lane: own.lane.id, cures: [again], ...rest }));
  });
}

const notTurned = ({ lane, closings }: SpunLane): Said[] => [
  {
    code: 'lane-not-played',
    severity: 'fault',
    says:
      closings.length < 2
        ? `${lane.id} gave ${closings.length === 0 ? 'no pulse' : 'one pulse only'}, so it stays silent.`
        : `${lane.id} was not turned from slow to fast, so it stays silent.`,
    causes:
      closings.length < 2
        ? ['its wire is off', 'no magnet passes near enough', 'the magnets face it with the other pole']
        : ['it was turned at one speed', 'it was not turned for long enough'],
  },
];

/** Single pulses that are missing, or too many, against the periods on both sides. */
function wrongPulses({ lane, periods, take }: SpunLane): Said[] {
  const is = (wrong: (us: number, before: number, after: number) => boolean) =>
    periods.slice(1, -1).filter(({ us }, i) => wrong(us, periods[i].us, periods[i + 2].us));
  const missing = is((us, before, after) => us > MISSING * before && us > MISSING * after);
  const many = is((us, before, after) => us < DOUBLED * before && us < DOUBLED * after);
  const at = ({ tUs, us }: SpunLane['periods'][0]) => ({
    take,
    fromUs: tUs - us - 20_000,
    toUs: tUs + 20_000,
  });
  const pulses = (n: number) => (n === 1 ? 'A pulse' : `${n} pulses`);
  return [
    ...(missing.length > 0
      ? [
          {
            code: 'pulse-missing',
            severity: missing.length > 2 ? ('fault' as const) : ('doubt' as const),
            evidence: at(missing[0]),
            says: `${pulses(missing.length)} of ${lane.id} ${missing.length === 1 ? 'is' : 'are'} missing.`,
            causes: ['a magnet is weaker, or passes further away', 'its wire is loose'],
          },
        ]
      : []),
    ...(many.length > 0
      ? [
          {
            code: 'pulse-doubled',
            severity: 'doubt' as const,
            evidence: at(many[0]),
            says: `${pulses(many.length)} of ${lane.id} ${many.length === 1 ? 'comes' : 'come'} too soon.`,
            causes: ['the contact bounces for longer than four milliseconds', 'its wire picks something up'],
          },
        ]
      : []),
  ];
}

function unevenMagnets({ lane, evenness }: SpunLane): Said[] {
  const { magnets, unevenness } = evenness;
  const off = Math.max(...magnets.map((ratio) => Math.abs(ratio - 1)));
  if (off < UNEVEN || unevenness < UNEVEN / 4) return [];
  return [
    {
      code: 'uneven-magnets',
      severity: 'doubt',
      says: `The magnets of ${lane.id} lie unevenly: one is ${Math.round(100 * off)} % of their distance away from where it should be.`,
      causes: [
        'the magnets are not spaced evenly',
        'the wheel has another number of magnets than its sheet says',
      ],
    },
  ];
}
