import type { Instrument } from '../instrument/document';
import type { NoteVoice } from '../instrument/voices';
import { gateKey, gatesOfOthers, ownLaneWords, type GateOffer } from './gate-offers';
import { numberWord, type Word } from './word';

/** How many degrees above what is played another part lies, and how many semitones, by the word that musicians have for it. */
const PARTS: Readonly<Record<string, { says: string; steps?: number; semitones?: number }>> = {
  none: { says: 'as played' },
  third: { says: 'a third above, in key', steps: 2 },
  fifth: { says: 'a fifth above, in key', steps: 4 },
  below: { says: 'a third below, in key', steps: -2 },
  fourth: { says: 'a fourth above', semitones: 5 },
  perfect: { says: 'a fifth above', semitones: 7 },
  octave: { says: 'an octave above', semitones: 12 },
  under: { says: 'an octave below', semitones: -12 },
};
const OTHER = 'other';

/** Which tuning a note is of, and what is added to it. */
export function tuningWords({ tunings = [] }: Instrument, voice: NoteVoice): Word<NoteVoice>[] {
  const { tuning, steps = 0, semitones = 0 } = voice;
  const options = Object.fromEntries([
    [EVEN, 'twelve even semitones'],
    ...tunings.map(({ id, name }) => [id, name]),
  ]);
  const known = Object.entries(PARTS).find(
    ([, part]) => (part.steps ?? 0) === steps && (part.semitones ?? 0) === semitones,
  )?.[0];
  const parts = Object.fromEntries(Object.entries(PARTS).map(([key, { says }]) => [key, says]));
  return [
    'sounding',
    {
      is: 'pick',
      label: 'What is added to the note',
      value: known ?? OTHER,
      options: { ...parts, [OTHER]: 'elsewhere' },
      set: (key) =>
        key === OTHER
          ? { ...voice, steps: undefined, semitones: semitones === 0 ? 1 : semitones }
          : { ...voice, steps: PARTS[key].steps, semitones: PARTS[key].semitones },
    },
    ...(known === undefined
      ? ([
          numberWord('Steps of its tuning', steps, [-35, 35], (n) => ({ ...voice, steps: n })),
          'steps and',
          numberWord('Semitones', semitones, [-60, 60], (n) => ({ ...voice, semitones: n })),
          'semitones on,',
        ] satisfies Word<NoteVoice>[])
      : []),
    ...(tunings.length === 0
      ? []
      : ([
          'in',
          {
            is: 'pick',
            label: 'Tuning',
            value: tuning ?? EVEN,
            options,
            set: (id) => ({ ...voice, tuning: id === EVEN ? undefined : id }),
          },
        ] satisfies Word<NoteVoice>[])),
  ];
}
const EVEN = 'even';

/** When a note may begin, and when it ends. */
export function endWords(instrument: Instrument, voice: NoteVoice): Word<NoteVoice>[] {
  const own = instrument.sensors.find(({ id }) => id === voice.gate.sensor)!;
  const gates = gatesOfOthers(instrument, own);
  return [
    ...ownLaneWords(instrument, voice.gate, (gate) => ({ ...voice, gate })),
    ...andWords(gates, voice),
    ...lengthWords(gates, voice),
    ...slurWords(voice),
  ];
}

/** Of one note at a time: whether each is slurred to the next. */
const slurWords = (voice: NoteVoice): Word<NoteVoice>[] =>
  ONE_AT_A_TIME.includes(voice.pitch.is)
    ? [
        {
          is: 'pick',
          label: 'Slurred',
          value: voice.legato === false ? 'apart' : 'slurred',
          options: { slurred: 'each slurred to the next', apart: 'each by itself' },
          set: (key) => ({ ...voice, legato: key === 'apart' ? false : undefined }),
        },
      ]
    : [];
const ONE_AT_A_TIME: readonly string[] = ['chosen', 'along', 'fingering'];

/** A second gate; no word where its board has none. */
const andWords = (gates: readonly GateOffer[], voice: NoteVoice): Word<NoteVoice>[] =>
  gates.length === 0
    ? []
    : [
        {
          is: 'pick',
          label: 'And only while',
          value: voice.and ? gateKey(voice.and) : 'always',
          options: Object.fromEntries([['always', 'alone,'], ...gates.map((g) => [g.key, `and ${g.says},`])]),
          set: (key) => ({ ...voice, and: gates.find((g) => g.key === key)?.source }),
        },
      ];

/** How long a new length is, ms. */
const FIRST_LENGTH_MS = 400;

function lengthWords(gates: readonly GateOffer[], voice: NoteVoice): Word<NoteVoice>[] {
  const { lastsMs, heldBy } = voice;
  const value = lastsMs !== undefined ? 'lasts' : heldBy ? `held ${gateKey(heldBy)}` : 'release';
  const options = Object.fromEntries([
    ['release', 'ending with it'],
    ['lasts', 'lasting'],
    ...gates.map(({ key, says }) => [`held ${key}`, `held ${says}`]),
  ]);
  const set = (key: string): NoteVoice => ({
    ...voice,
    lastsMs: key === 'lasts' ? FIRST_LENGTH_MS : undefined,
    heldBy: gates.find((g) => `held ${g.key}` === key)?.source,
  });
  return [
    { is: 'pick', label: 'When it ends', value, options, set },
    ...(lastsMs === undefined
      ? []
      : ([
          numberWord('Length, ms', lastsMs, [20, 20000], (ms) => ({ ...voice, lastsMs: ms })),
          'ms',
        ] satisfies Word<NoteVoice>[])),
  ];
}

/** Whether it moves where pads shift notes, in the sentence; no word where none does. */
export function staysWords({ selectors = [] }: Instrument, voice: NoteVoice): Word<NoteVoice>[] {
  if (!selectors.some(({ shift }) => shift !== undefined)) return [];
  return [
    {
      ...{ is: 'pick', label: 'Where notes are moved', value: voice.stays ? 'stays' : 'moves' },
      options: { moves: 'moved by pads', stays: 'staying where pads move others' },
      set: (key: string) => ({ ...voice, stays: key === 'stays' || undefined }),
    },
  ];
}
