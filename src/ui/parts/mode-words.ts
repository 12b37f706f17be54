import type { Instrument } from '@/core/instrument/document';
import type { Modes } from '@/workers/live-protocol';
import { sensorOf } from '@/core/instrument/access';
import { voiceWord } from './voice-word';

/** What pads have changed of how an instrument plays, a few words each; nothing where all is as it begins. */
export function modeWords(instrument: Instrument, modes: readonly Modes[]): string[] {
  const { clock, boards, selectors = [] } = instrument;
  const shifts = modes.flatMap(({ shift }) => (shift === 0 ? [] : [shiftWords(shift)]));
  const muting = selectors.flatMap(({ mutes }) => (mutes ? [mutes] : []));
  const muted = muting.flatMap((voices, part) =>
    modes.some((own) => (own.muted >> part) & 1) ? voices : [],
  );
  const own = clock && modes[boards.findIndex(({ id }) => id === clock.board)];
  const tempo =
    own && own.tempo !== null ? [`${clock.least + own.tempo} a minute${own.runs ? ', started' : ''}`] : [];
  return [
    ...new Set(shifts),
    ...(muted.length > 0
      ? [`muted: ${[...new Set(muted)].map((id) => voiceName(instrument, id)).join(', ')}`]
      : []),
    ...tempo,
  ];
}

/** Octaves where they are whole. */
export function shiftWords(semitones: number): string {
  const sign = semitones > 0 ? '+' : '−';
  const n = Math.abs(semitones);
  if (n % 12 !== 0) return `${sign}${n} semitones`;
  return n === 12 ? `${sign}1 octave` : `${sign}${n / 12} octaves`;
}

/** A voice by the name of its sensor and what it plays. */
export function voiceName({ voices, sensors }: Instrument, id: string): string {
  const voice = voices.find((v) => v.id === id);
  if (!voice) return id;
  const { name } = sensors.find((s) => s.id === sensorOf(voice))!;
  return `${name}, ${voiceWord(voice)}`;
}
