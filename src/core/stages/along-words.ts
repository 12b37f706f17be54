import type { Instrument } from '../instrument/document';
import type { Sensor } from '../instrument/sensor';
import type { AlongPitch, School } from '../instrument/voices';
import { kindOf } from '../kinds/registry';
import { MOST_STRING_OCTAVES } from '../instrument/limits';
import { TOP_NOTE } from '../pitch/scale';
import { numberWord, type Offer, type Word } from './word';

/** Families whose levels can be where a pitch is. */
const PLACES: readonly string[] = ['place', 'move'];

/** Cents past a boundary where none are given. (Common practice, no source.) */
export const USUAL_HYSTERESIS_CENTS = 15;

/** What a place plays first: two octaves from C3, fretted. */
const FIRST = { lowest: 48, octaves: 2 };

/** Places of the instrument that can give a note its pitch, on the board of the gate. */
export const alongOffers = ({ sensors }: Instrument, gate: Sensor): Offer<AlongPitch>[] =>
  sensors
    .filter((s) => s.board === gate.board && PLACES.includes(kindOf(s).family))
    .flatMap((sensor) =>
      Object.entries(kindOf(sensor).ports).flatMap(([port, { carries, tunes, lane }]) => {
        if (carries !== 'level' || (lane === undefined && sensor.lanes.length > 1)) return [];
        const makes: AlongPitch = {
          is: 'along',
          source: { sensor: sensor.id, port },
          ...(tunes ? {} : { ...FIRST, octaves: firstOctaves(sensor) }),
          spacing: spacingOf(sensor),
          school: 'fretted',
        };
        const where = lane === undefined ? '' : `, ${lane}`;
        return [{ key: `along ${sensor.id} ${port}`, says: `along ${sensor.name}${where}`, makes }];
      }),
    );

/** As the marks of a ribbon were said to lie when it was measured. */
const spacingOf = ({ calibration }: Sensor): AlongPitch['spacing'] =>
  calibration && 'spacing' in calibration && calibration.spacing === 'string' ? 'string' : 'even';

/** What its sheet says, as far as there is room. */
const firstOctaves = (sensor: Sensor): number =>
  Math.min(
    sensor.facts?.octaves ?? FIRST.octaves,
    mostOctaves({ ...FIRST, spacing: spacingOf(sensor) } as AlongPitch),
  );

/** The schools of continuous pitch, in words. */
export const SCHOOL_WORDS: Readonly<Record<School, string>> = {
  fretted: 'a new note at each boundary',
  slide: 'from a true start, then sliding',
  'pull-in': 'from where it is touched, pulled in',
  free: 'free, without a scale',
};
const SPACING_WORDS = { even: 'evenly', string: 'as on a string' };
const BEYOND_WORDS = { clip: 'stays at its end', anew: 'begins a new note' };

/** Octaves that a place can have: up to the highest note, and of a string as far as a board's table is true. */
const mostOctaves = ({ lowest = 0, spacing }: AlongPitch): number =>
  Math.min(
    Math.floor(10 * ((TOP_NOTE - lowest) / 12)) / 10,
    spacing === 'string' ? MOST_STRING_OCTAVES : Infinity,
  );

const spacedAs = (pitch: AlongPitch, spacing: AlongPitch['spacing']): AlongPitch => {
  const next = { ...pitch, spacing };
  return pitch.octaves === undefined
    ? next
    : { ...next, octaves: Math.min(pitch.octaves, mostOctaves(next)) };
};

/** What follows the choice: its span, its spacing, its school and what that asks for. */
export function alongWords(pitch: AlongPitch): Word<AlongPitch>[] {
  const { lowest, octaves, spacing, school, settleMs = 0 } = pitch;
  return [
    ...(lowest === undefined || octaves === undefined
      ? []
      : ([
          'from',
          {
            is: 'note',
            label: 'Lowest note',
            value: Math.round(lowest),
            set: (n) => ({ ...pitch, lowest: Math.min(n, TOP_NOTE - 12 * octaves) }),
          },
          'over',
          numberWord('Octaves', octaves, [0.1, mostOctaves(pitch)], (n) => ({
            ...{ ...pitch, octaves: n },
          })),
          'octaves, spaced',
          {
            is: 'pick',
            label: 'Spacing',
            value: spacing,
            options: SPACING_WORDS,
            set: (s) => spacedAs(pitch, s as AlongPitch['spacing']),
          },
        ] satisfies Word<AlongPitch>[])),
    {
      is: 'pick',
      label: 'School of pitch',
      value: school,
      options: SCHOOL_WORDS,
      set: (s) => inSchool(pitch, s as School),
    },
    ...schoolWords(pitch),
    'after',
    numberWord('Settle time, ms', settleMs, [0, 60], (ms) => ({ ...pitch, settleMs: ms })),
    'ms at rest,',
  ];
}

/** The same place in another school: what only the old one asks for is left out. */
export function inSchool(pitch: AlongPitch, school: School): AlongPitch {
  const { driftCents, ...rest } = pitch;
  return { ...rest, school, ...(school === 'pull-in' && driftCents !== undefined ? { driftCents } : {}) };
}

function schoolWords(pitch: AlongPitch): Word<AlongPitch>[] {
  const { school, hysteresisCents = USUAL_HYSTERESIS_CENTS, driftCents = 0, beyond = 'clip' } = pitch;
  if (school === 'fretted')
    return [
      'past it by',
      numberWord('Hysteresis, cents', hysteresisCents, [0, 100], (n) => ({ ...pitch, hysteresisCents: n })),
      'cents,',
    ];
  return [
    ...(school === 'pull-in'
      ? [
          'drifting',
          numberWord('Drift, cents a second', driftCents, [0, 1200], (n) => ({ ...pitch, driftCents: n })),
          'cents a second,',
        ]
      : []),
    'past the bend range it',
    {
      is: 'pick',
      label: 'Past the bend range',
      value: beyond,
      options: BEYOND_WORDS,
      set: (b) => ({ ...pitch, beyond: b as 'clip' | 'anew' }),
    },
  ];
}
