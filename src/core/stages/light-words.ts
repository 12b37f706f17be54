import type { Instrument } from '../instrument/document';
import { LIGHT_SHOWS, type LightVoice } from '../instrument/voices';
import { numberWord, type Word } from './word';

const SHOWS: Record<LightVoice['shows'], string> = {
  bar: 'a bar',
  point: 'one light where it stands',
  fade: 'all that fade with it',
  flash: 'all that flash while it sounds',
};

/** What is shown on which lights, in which colours, in the sentence. @param gated whether a gate shows it */
export function lightWords(
  voice: LightVoice,
  gated: boolean,
  { lights, boards, sensors }: Instrument,
): Word<LightVoice>[] {
  const [first, last] = voice.lights;
  const within = [1, lights?.count ?? 1] as const;
  const board = sensors.find(({ id }) => id === voice.source.sensor)?.board;
  const falls = (voice.from ?? 0) > (voice.to ?? FULL);
  return [
    ...(board === boards[0].id
      ? []
      : [{ is: 'aside', says: `dark: they are led to ${boards[0].name},` } as const]),
    'as',
    {
      is: 'pick',
      label: 'What its lights do',
      value: voice.shows,
      options: Object.fromEntries(LIGHT_SHOWS.map((shows) => [shows, SHOWS[shows]])),
      set: (shows) => ({ ...voice, shows: shows as LightVoice['shows'] }),
    },
    'from light',
    numberWord('First light', first, within, (n) => ({ ...voice, lights: [n, last] })),
    'to',
    numberWord('Last light', last, within, (n) => ({ ...voice, lights: [first, n] })),
    'in',
    colourWord('Colour', voice.colour, (colour) => ({ ...voice, colour })),
    {
      is: 'pick',
      label: 'Behind it',
      value: voice.under === undefined ? 'others' : 'colour',
      options: { others: 'over what else they show', colour: 'over' },
      set: (behind) => ({ ...voice, under: behind === 'colour' ? DARK : undefined }),
    },
    ...(voice.under === undefined
      ? []
      : [colourWord('Colour behind it', voice.under, (under) => ({ ...voice, under }))]),
    {
      is: 'pick',
      label: 'Which way',
      value: falls ? 'falls' : 'rises',
      options: gated
        ? { rises: 'lit', falls: 'dark' }
        : { rises: 'the more it is played', falls: 'the less it is played' },
      set: (way) => ({ ...voice, ...(way === 'falls' ? { from: FULL, to: 0 } : { from: 0, to: FULL }) }),
    },
  ];
}

const colourWord = (label: string, value: string, set: (colour: string) => LightVoice): Word<LightVoice> => ({
  is: 'colour',
  label,
  value,
  set,
});

const FULL = 127;
const DARK = '#000000';

/** What a voice shows at first: a bar on all lights of an instrument. */
export const FIRST_SHOW = { shows: 'bar', colour: '#2fb5a5' } as const;
