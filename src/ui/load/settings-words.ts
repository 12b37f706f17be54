import { ANSWER } from '@/core/engine/codes';
import type { OtherSetting } from '@/core/exchange/settings/other-settings';
import { counted } from '@/core/units/counted';

const ANSWERS: Record<number, string> = {
  [ANSWER.taken]: 'The board plays these settings now, and keeps them without power.',
  [ANSWER.takenForNow]:
    'The board plays these settings now, until its power goes: it has no memory that stays, or too little.',
  [ANSWER.noSettings]:
    'The board plays on as it was: its sketch is of another version of Cheironom. Load it anew.',
  [ANSWER.otherStructure]:
    'The board plays on as it was: it was built for other sensors, lanes, voices or pins. Load it anew.',
  [ANSWER.damaged]: 'The board plays on as it was: the settings came damaged. Send them again.',
  [ANSWER.busy]: 'The board still keeps the settings that it took before. Send these in a few seconds.',
  [ANSWER.noRoom]: 'The board plays on as it was: it has no room for these curves. Load it anew.',
};

/** What a board has answered to settings. @param says null where it has not */
export const answerWords = (says: number | null): string =>
  (says === null ? undefined : ANSWERS[says]) ??
  'The board has not answered. Its sketch is older, or reads its settings from program memory: load it anew.';

const NAMES: Record<OtherSetting['part'], string> = {
  levels: 'level',
  creeps: 'creep',
  gates: 'gate',
  controls: 'controller',
  holds: 'hold',
  takeovers: 'takeover',
  learns: 'the button',
  learn_lanes: 'what the button measures',
  switched: 'switched controller',
  touch_banks: 'touch bank',
  touches: 'pad',
  strike_banks: 'strike bank',
  strikes: 'struck lane',
  contact_banks: 'contact bank',
  pair_banks: 'keybed',
  pairs: 'key',
  depth_banks: 'bank of magnet keys',
  depths: 'magnet key',
  ribbons: 'ribbon',
  turns: 'encoder',
  speeds: 'wheel',
  tones: 'tone',
  tilts: 'tilt',
  surfaces: 'surface',
  medians: 'median',
  exponentials: 'exponential filter',
  one_euros: '1 € filter',
  joins: 'join of levels',
  joined: 'joined level',
  selectors: 'gate that changes how the rest plays',
  scene_starts: 'scene',
  modes: 'mode',
  tempos: 'clock',
  shows: 'lights',
  parameters: 'parameter',
  ports: 'MIDI input',
  merges: 'merge',
  sensings: 'active sensing',
  listeners: 'listener',
  notes: 'note voice',
  note_lanes: 'note',
  choices: 'choice',
  pools: 'MPE zone',
  announcements: 'announcement',
  degrees: 'note of a tuning',
  glides: 'place with a pitch',
  gatings: 'joined gate',
  fingerings: 'fingering voice',
  fingers: 'group of fingers',
  finger_adds: 'finger',
  fingering_entries: 'fingering',
  tables: 'table of curves',
  stairs: 'table of steps',
};

/** What differs, in words: how much of each sort. */
export function differenceWords(differ: readonly OtherSetting[]): string {
  const parts = [...new Set(differ.map(({ part }) => part))].map((part) => {
    const records = new Set(differ.filter((own) => own.part === part).map(({ record }) => record));
    return counted(records.size, NAMES[part]);
  });
  return parts.length === 0
    ? 'It holds the settings of this instrument, as they are now.'
    : `It differs from this instrument in ${parts.join(', ')}.`;
}

/** A field that differs: "gate 2, on: here 40, there 44". */
export const fieldWords = ({ part, record, field, a, b }: OtherSetting): string =>
  field === null
    ? `${NAMES[part]}, from entry ${record + 1} on: here ${a}, there ${b}`
    : `${NAMES[part]} ${record + 1}, ${field}: here ${a}, there ${b}`;
