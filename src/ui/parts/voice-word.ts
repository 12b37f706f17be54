import type { Voice } from '@/core/instrument/voices';
import { controllerWords, noteName } from '@/core/midi/words';

/** What a voice sends, in a word. */
export function voiceWord(v: Voice): string {
  if (v.is === 'controller') return controllerWords(v.controller);
  if (v.is === 'parameter') return `parameter ${v.parameter}`;
  if (v.is === 'light') return 'lights';
  if (v.is !== 'note') return v.is === 'poly-pressure' ? 'pressure' : v.is;
  return v.pitch.is === 'fixed' ? noteName(v.pitch.note) : 'notes';
}
