import { controllerWords, noteName } from '../midi/words';
import { LSB_OFFSET } from '../midi/messages';
import type { Voice } from './document';

/** Two outputs that would overwrite each other, or one that another device usually owns. */
export interface Clash {
  voices: string[];
  says: string;
}

/** Everything that a voice sends, as words that are equal exactly when two voices send the same thing. */
function outputsOf(v: Voice): { key: string; words: string }[] {
  const channel = `channel ${v.channel}`;
  if (v.kind === 'pressure') return [{ key: `pressure ${v.channel}`, words: `pressure on ${channel}` }];
  if (v.kind === 'note')
    return [{ key: `note ${v.channel} ${v.note}`, words: `${noteName(v.note ?? 0)} on ${channel}` }];
  const numbers = v.bits === 14 ? [v.controller!, v.controller! + LSB_OFFSET] : [v.controller!];
  return numbers.map((n) => ({
    key: `controller ${v.channel} ${n}`,
    words: `${controllerWords(n)} on ${channel}`,
  }));
}

/** The clashes of a channel plan, each named once. */
export function clashesOf(voices: readonly Voice[]): Clash[] {
  const senders = new Map<string, { words: string; voices: string[] }>();
  for (const v of voices)
    for (const { key, words } of outputsOf(v)) {
      const known = senders.get(key) ?? { words, voices: [] };
      known.voices.push(v.id);
      senders.set(key, known);
    }
  const doubled = [...senders.values()]
    .filter((s) => s.voices.length > 1)
    .map((s) => ({
      voices: s.voices,
      says: `${s.voices.length} voices send ${s.words}: each overwrites the other.`,
    }));
  const volume = voices
    .filter((v) => v.kind === 'controller' && v.controller === 7)
    .map((v) => ({ voices: [v.id], says: 'Controller 7 is the mixer’s volume; 2 or 11 leaves it alone.' }));
  return [...doubled, ...volume];
}
