import type { SensorJob } from '../../calibrate/report';
import type { Finding, Said } from '../../findings/finding';
import { counted } from '../../units/counted';
import { HIGHEST_PITCH, LOWEST_PITCH } from './calibration';
import { hzOf } from '../../pitch/frequency';
import type { SoundedLane } from './sounded-lane';

/** A tone this uneven wanders by itself, cents. (Common practice, no source.) */
const UNEVEN_CENTS = 35;
/** Silence before and after a tone, µs. */
const SILENCE_US = 200_000;

/** What is wrong with tones: not sounded, an octave off, uneven, beyond what a board follows, no silence around it. */
export function toneFindings(job: SensorJob, lanes: readonly SoundedLane[]): Finding[] {
  const again = { says: 'Sound it from low to high again', cost: 'some seconds', redo: 'sweep' as const };
  return lanes.flatMap((own): Finding[] => {
    const said = own.record
      ? [...octaveErrors(own), ...uneven(own), ...beyond(own), ...noSilence(own)]
      : notSounded(own);
    return said.map((rest) => ({ sensor: job.sensor.id, lane: own.lane.id, cures: [again], ...rest }));
  });
}

const notSounded = ({ lane, closings }: SoundedLane): Said[] => [
  {
    code: 'lane-not-played',
    severity: 'fault',
    says:
      closings.length < 2
        ? `${lane.id} gave no period, so it stays silent.`
        : `${lane.id} was not sounded from low to high, so it stays silent.`,
    causes: [
      'its wire is off',
      'the comparator’s threshold lies beyond the tone',
      'it was held at one pitch',
    ],
  },
];

function octaveErrors({ take, octaves }: SoundedLane): Said[] {
  if (octaves.length === 0) return [];
  const [{ fromUs, toUs }] = octaves;
  return [
    {
      code: 'octave-errors',
      severity: octaves.length > 5 ? 'doubt' : 'note',
      evidence: { take, fromUs, toUs },
      says: `${counted(octaves.length, 'time')} it lay an octave off for a moment, first at ${(fromUs / 1e6).toFixed(1)} s. That is refused, here and on the board.`,
      causes: ['the comparator fires twice a cycle, or misses one', 'an overtone is stronger than the tone'],
    },
  ];
}

const uneven = ({ record, kept, take }: SoundedLane): Said[] =>
  record!.noise < UNEVEN_CENTS
    ? []
    : [
        {
          code: 'uneven-tone',
          severity: 'doubt',
          evidence: { take, fromUs: kept[0].tUs, toUs: kept[kept.length - 1].tUs },
          says: `From period to period it wanders by ${Math.round(record!.noise)} cents (σ): more than most hear.`,
          causes: ['breath blows into the microphone', 'the tone is weak', 'a threshold without hysteresis'],
        },
      ];

function beyond({ kept, take, record }: SoundedLane): Said[] {
  const out = kept.filter(({ pitch }) => pitch < LOWEST_PITCH || pitch > HIGHEST_PITCH);
  if (out.length < kept.length / 50) return [];
  return [
    {
      code: 'beyond-the-board',
      severity: 'doubt',
      evidence: { take, fromUs: out[0].tUs, toUs: out[out.length - 1].tUs },
      says: `It goes beyond what a board follows, ${hzOf(LOWEST_PITCH).toFixed(0)} to ${hzOf(HIGHEST_PITCH).toFixed(0)} Hz: it is taken from ${hzOf(record!.lowest).toFixed(0)} to ${hzOf(record!.highest).toFixed(0)} Hz.`,
      causes: ['a longer tube, or a shorter one, would keep it within'],
    },
  ];
}

function noSilence({ kept, take, fromUs, toUs }: SoundedLane): Said[] {
  const [first, last] = [kept[0], kept[kept.length - 1]];
  if (first.tUs - first.us - fromUs >= SILENCE_US && toUs - last.tUs >= SILENCE_US) return [];
  return [
    {
      code: 'no-silence',
      severity: 'note',
      evidence: { take, fromUs, toUs },
      says: 'There is no silence before it, or none after it: whether noise sounds by itself is not known.',
      causes: ['the take was begun or ended while it sounded'],
    },
  ];
}
