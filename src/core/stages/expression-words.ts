import type { Instrument } from '../instrument/document';
import { lanesOfSource } from '../kinds/ports';
import { kindOf } from '../kinds/registry';
import { GATES_SEND, type Source } from '../instrument/voices';
import type {
  BendVoice,
  ControllerVoice,
  Join,
  ParameterVoice,
  PolyPressureVoice,
  PressureVoice,
  ProgramVoice,
  TempoVoice,
} from '../instrument/voices';
import { USUAL_BEND_RANGE } from '../midi/bend';
import { controllerName } from '../midi/words';
import { sendsOf, type Expression } from './expression';
import { isOfEach } from './rules';
import { FIRST_SHOW, lightWords } from './light-words';
import { gateKey, gatesAndLanes } from './gate-offers';
import { numberWord, pickOf, type Word } from './word';

/** How the sentence begins. @param gated whether a gate moves it: it has no 14 bits then */
type Begins<V extends Expression> = (voice: V, gated: boolean, instrument: Instrument) => Word<Expression>[];

const controller: Begins<ControllerVoice> = (voice, gated) => {
  const bits = voice.bits ?? 7;
  const name = controllerName(voice.controller);
  const sizes: Record<string, string> =
    voice.controller > HIGHEST_FINE ? { 7: '7 bits' } : { 7: '7 bits', 14: '14 bits' };
  const setBits = (b: string): Expression => ({
    ...{ ...voice, bits: Number(b) as 7 | 14, from: undefined, to: undefined },
  });
  return [
    numberWord('Controller number', voice.controller, [0, 119], (n) => ({
      ...{ ...voice, controller: n, bits: n > HIGHEST_FINE ? 7 : bits },
    })),
    ...(name ? [{ is: 'aside', says: name } as const] : []),
    ...(gated
      ? []
      : ['in', { is: 'pick', label: 'Bits', value: String(bits), options: sizes, set: setBits } as const]),
  ];
};
/** The highest controller that can have 14 bits (MIDI 1.0 Detailed Specification, table III). */
const HIGHEST_FINE = 31;

const pressure: Begins<PressureVoice> = () => [];

const polyPressure: Begins<PolyPressureVoice> = () => [];

const program: Begins<ProgramVoice> = () => [];

const tempo: Begins<TempoVoice> = () => [{ is: 'aside', says: 'beats a minute' }];

const parameter: Begins<ParameterVoice> = (voice) => [
  numberWord('Parameter number', voice.parameter, [0, 16383], (n) => ({ ...voice, parameter: n })),
  {
    is: 'pick',
    label: 'Whose parameter',
    value: voice.registered ? 'rpn' : 'nrpn',
    options: { nrpn: 'of the receiver’s own (NRPN)', rpn: 'registered (RPN)' },
    set: (whose) => ({ ...voice, registered: whose === 'rpn' || undefined }),
  },
  'in',
  {
    is: 'pick',
    label: 'Bits',
    value: String(voice.bits ?? 7),
    options: { 7: '7 bits', 14: '14 bits' },
    set: (b) => ({ ...voice, bits: Number(b) as 7 | 14, from: undefined, to: undefined }),
  },
];

const bend: Begins<BendVoice> = (voice) => [
  'by',
  numberWord('Semitones at its reach', voice.semitones ?? USUAL_BEND_RANGE, [0.01, 96], (semitones) => ({
    ...{ ...voice, semitones },
  })),
  'semitones',
];

const BEGINS: { [V in Expression as V['is']]: Begins<V> } = {
  ...{ controller, pressure, bend, parameter, program, tempo, light: lightWords },
  'poly-pressure': polyPressure,
};

/** What it is sent as, and between which values, in the sentence. @param gated whether a gate moves it */
export const expressionWords = (
  instrument: Instrument,
  voice: Expression,
  gated: boolean,
): Word<Expression>[] => [
  sentAs(instrument, voice, gated),
  ...(BEGINS[voice.is] as Begins<Expression>)(voice, gated, instrument),
  ...(gated ? [] : rangeWords(instrument, voice)),
];

const SENT_AS: Record<Expression['is'], string> = {
  controller: 'controller',
  pressure: 'channel pressure',
  bend: 'pitch bend',
  'poly-pressure': 'pressure of its note',
  parameter: 'parameter',
  program: 'program change',
  tempo: 'tempo',
  light: 'lights',
};

/** What it is sent as: any other that its source can give. */
function sentAs(
  { clock, lights, sensors, boards }: Instrument,
  voice: Expression,
  gated: boolean,
): Word<Expression> {
  const onFirst = sensors.some((s) => s.id === voice.source.sensor && s.board === boards[0].id);
  const there: Partial<Record<Expression['is'], boolean>> = {
    ...{ tempo: clock !== undefined, light: lights !== undefined && onFirst },
  };
  const can = (is: Expression['is']) =>
    is === voice.is || ((!gated || GATES_SEND.includes(is)) && there[is] !== false);
  const { id, zone, scenes, source, side, while: gate, deadband, perSecond } = voice;
  const common = { id, zone, scenes, source, side, while: gate, deadband, perSecond };
  const made: Record<Expression['is'], Expression> = {
    controller: { ...common, is: 'controller', controller: gated ? 64 : 11 },
    pressure: { ...common, is: 'pressure' },
    bend: { ...common, is: 'bend' },
    'poly-pressure': { ...common, is: 'poly-pressure' },
    parameter: { ...common, is: 'parameter', parameter: 0 },
    program: { ...common, is: 'program' },
    tempo: { ...common, is: 'tempo' },
    light: { ...common, ...FIRST_SHOW, is: 'light', lights: [1, lights?.count ?? 1] },
  };
  const offered = (Object.keys(SENT_AS) as Expression['is'][]).filter(can);
  return {
    ...{ is: 'pick', label: 'Sent as', value: voice.is, strong: true },
    options: Object.fromEntries(offered.map((is) => [is, SENT_AS[is]])),
    set: (is: string) => (is === voice.is ? voice : made[is as Expression['is']]),
  };
}

/** What it reads at rest and at its reach: turned round where the first lies above. */
function rangeWords({ clock }: Instrument, voice: Expression): Word<Expression>[] {
  if (voice.is === 'bend' || voice.is === 'light') return [];
  const [low, high] =
    voice.is === 'tempo' && clock ? [clock.least, clock.most] : [0, sendsOf(voice).fine ? 16383 : 127];
  const [from, to] = [voice.from ?? low, voice.to ?? high];
  // Both ends alike would be no way at all: the other one gives way.
  const apart = (end: number, other: number) => (other !== end ? other : end < high ? end + 1 : end - 1);
  return [
    'from',
    numberWord('At rest', from, [low, high], (n) => ({ ...voice, from: n, to: apart(n, to) })),
    'to',
    numberWord('At its reach', to, [low, high], (n) => ({ ...voice, to: n, from: apart(n, from) })),
  ];
}

/** Levels of its board that a voice can read together with its own. */
function levelsBeside(
  instrument: Instrument,
  { source }: Expression,
): { key: string; says: string; source: Source }[] {
  const { board } = instrument.sensors.find((s) => s.id === source.sensor)!;
  return instrument.sensors
    .filter((s) => s.board === board)
    .flatMap((sensor) =>
      Object.entries(kindOf(sensor).ports)
        .filter(([, port]) => port.carries === 'level')
        .flatMap(([port, { says }]) => {
          const lanes = lanesOfSource(sensor, { port }).map((i) => sensor.lanes[i].id);
          const several = Object.values(kindOf(sensor).ports).filter((p) => p.carries === 'level').length > 1;
          return lanes.map((lane) => {
            const own = { sensor: sensor.id, port, ...(lanes.length > 1 ? { lane } : {}) };
            const words = [sensor.name, ...(lanes.length > 1 ? [lane] : []), ...(several ? [says] : [])];
            return { key: gateKey(own), says: words.join(', '), source: own };
          });
        }),
    )
    .filter(({ key }) => key !== gateKey(source));
}

/** With which other levels it is read as one, in the sentence; no word where its board has no other. */
export function joinWords(instrument: Instrument, voice: Expression): Word<Expression>[] {
  const levels = levelsBeside(instrument, voice);
  if (levels.length === 0) return [];
  const { join } = voice;
  const options = {
    alone: 'by itself',
    sum: 'added to',
    product: 'times',
    larger: 'or, if it is larger,',
    ...(levels.length > 1 ? { crossfade: 'fading over to' } : {}),
  };
  const named = (i: number) => join?.with[i] ?? levels[i % levels.length].source;
  const joined = (by: string): Expression =>
    by === 'alone'
      ? { ...voice, join: undefined }
      : {
          ...voice,
          join: { by: by as Join['by'], with: by === 'crossfade' ? [named(0), named(1)] : [named(0)] },
        };
  const level = (i: number, label: string): Word<Expression> => ({
    ...{ is: 'pick', label, value: gateKey(join!.with[i]) },
    options: Object.fromEntries(levels.map((own) => [own.key, own.says])),
    set: (key: string) => {
      const { source } = levels.find((own) => own.key === key)!;
      return { ...voice, join: { ...join!, with: join!.with.map((own, k) => (k === i ? source : own)) } };
    },
  });
  return [
    { ...{ is: 'pick', label: 'Joined', value: join?.by ?? 'alone', options }, set: joined },
    ...(join ? [level(0, 'Joined with')] : []),
    ...(join?.by === 'crossfade' ? (['as far as', level(1, 'Faded by')] as const) : []),
  ];
}

/** Over which part of its way it goes from one end to the other, in the sentence. */
export function betweenWords(voice: Expression): Word<Expression>[] {
  if (voice.is === 'bend') return [];
  const { between } = voice;
  const options = { all: 'over all of its way', part: 'over a part of it,' };
  const set = (option: string): Expression => ({
    ...voice,
    between: option === 'all' ? undefined : [0, 0.5],
  });
  const pick: Word<Expression> = {
    ...{ is: 'pick', label: 'Over which part', value: between ? 'part' : 'all', options },
    set,
  };
  if (!between) return [pick];
  const [low, high] = between.map((share) => Math.round(100 * share));
  const put = (from: number, to: number): Expression => ({ ...voice, between: [from / 100, to / 100] });
  return [
    pick,
    numberWord('Begins at, %', low, [0, 95], (n) => put(n, Math.max(high, n + 5))),
    'to',
    numberWord('Ends at, %', high, [5, 100], (n) => put(Math.min(low, n - 5), n)),
    '%',
  ];
}

/** Which level of its sensor it is, in the sentence, where that has several: across, along, how hard. */
export function levelWords({ sensors }: Instrument, voice: Expression): Word<Expression>[] {
  const sensor = sensors.find((s) => s.id === voice.source.sensor)!;
  const levels = Object.entries(kindOf(sensor).ports).filter(([, { carries }]) => carries === 'level');
  const offers = levels.map(([port, { says }]) => ({
    ...{ key: port, says: `for ${says},` },
    makes: { ...voice, source: { ...voice.source, port } },
  }));
  return pickOf('Which level', voice.source.port, offers);
}

/** Of which lane it is, in the sentence, where its level has several; of each its own where each has notes, or lights, of its own. */
export function laneWords(instrument: Instrument, voice: Expression): Word<Expression>[] {
  const { source } = voice;
  const sensor = instrument.sensors.find((s) => s.id === source.sensor)!;
  const all: Source = { sensor: source.sensor, port: source.port };
  const lanes = lanesOfSource(sensor, all);
  const own = lanes.map((place) => ({
    ...{ key: sensor.lanes[place].id, says: `of ${sensor.lanes[place].id},` },
    makes: { ...voice, source: { ...all, lane: sensor.lanes[place].id } },
  }));
  const each = { key: EACH, says: 'of each lane,', makes: { ...voice, source: all } };
  const offers = isOfEach(instrument, voice) || source.lane === undefined ? [each, ...own] : own;
  return lanes.length < 2 ? [] : pickOf('Which lane', source.lane ?? EACH, offers);
}
/** No id of a lane: those have no spaces. */
const EACH = ' each';

/** While which gate it follows, in the sentence; no word where its board has no gate. */
export function whileWords(instrument: Instrument, voice: Expression): Word<Expression>[] {
  const own = instrument.sensors.find((s) => s.id === voice.source.sensor)!;
  const gates = gatesAndLanes(instrument, own);
  if (gates.length === 0) return [];
  const { while: gate } = voice;
  const options = Object.fromEntries([['always', 'always'], ...gates.map((g) => [g.key, g.says])]);
  const set = (key: string): Expression => ({ ...voice, while: gates.find((g) => g.key === key)?.source });
  return [
    {
      is: 'pick',
      label: 'Follows while',
      value: gate ? gateKey(gate) : 'always',
      options,
      set,
    },
    ...(gate ? waitingWords(instrument, own.board, gate) : []),
  ];
}

/** A gate that holds nothing yet. */
function waitingWords({ sensors }: Instrument, board: string, { sensor: id }: Source): Word<Expression>[] {
  const sensor = sensors.find((s) => s.id === id)!;
  if (sensor.board !== board) return [{ is: 'aside', says: `always: ${sensor.name} is on another board` }];
  return sensor.calibration ? [] : [{ is: 'aside', says: `always, until ${sensor.name} is calibrated` }];
}

/** Whether it follows its level or jumps, in the sentence; of 14 bits it follows. */
export function jumpWords(voice: Expression): Word<Expression>[] {
  if (sendsOf(voice).fine) return [];
  const { jumps } = voice;
  const as = jumps === undefined ? 'follows' : jumps.length === 1 ? 'snaps' : 'halves';
  const options = {
    follows: 'as it goes',
    snaps: 'all or nothing',
    halves: `in ${(jumps?.length ?? 2) + 1} positions`,
  };
  const set = (option: string): Expression => ({ ...voice, jumps: JUMPS[option as keyof typeof JUMPS] });
  return [
    { is: 'pick', label: 'How it follows', value: as, options, set },
    ...(jumps?.length === 1
      ? [
          'from',
          numberWord('Snaps at, %', Math.round(100 * jumps[0]), [1, 100] as const, (at) => ({
            ...{ ...voice, jumps: [at / 100] },
          })),
          '% on,',
        ]
      : []),
  ];
}
/** What is offered first: half way; a pedal with a half position. */
const JUMPS = { follows: undefined, snaps: [0.5], halves: [1 / 3, 2 / 3] };

/** How often and how finely a level is sent, in the sentence. */
export const rateWords = (voice: Expression): Word<Expression>[] => [
  'smallest step',
  numberWord('Deadband, steps', voice.deadband ?? 0, [0, 64], (deadband) => ({ ...voice, deadband })),
  'and at most',
  numberWord('Messages a second', voice.perSecond ?? 1000, [20, 1000], (perSecond) => ({
    ...{ ...voice, perSecond },
  })),
  'times a second',
];
