import { playsAlone } from '../instrument/rules/voices';
import type { NoteVoice } from '../instrument/voices';
import type { Sounded } from './sounded';

/** What one gesture begins: a note, or one a voice that listens to the same gate. */
export interface Attack {
  onUs: number;
  /** The first of its notes. */
  first: Sounded;
  notes: Sounded[];
  /** Id of the sensor that gates it, and of the lane that opened, where that is known. */
  sensor: string;
  lane: string | null;
  /** Whether the gate was open already: the pitch went on to another note. */
  goesOn: boolean;
  /** Whether another note follows so soon that it was only passed. */
  passing: boolean;
}

/** Notes of several voices that begin within this are one attack, µs. */
const TOGETHER_US = 15_000;
/** A note goes on where another ends as it begins, within this, µs. */
const GOES_ON_US = 5_000;
/** A note is passed where the next begins within this, µs (maker's handbook 7). */
export const PASSING_US = 50_000;

/** Whether a voice plays one note at a time, whatever lanes are open. */
export const oneAtATime = (voice: NoteVoice): boolean => playsAlone(voice) || voice.pitch.is === 'chosen';

/** Sensors without which a voice is silent, besides its gate's: its second gate, and what chooses its note. */
export const neededOf = ({ gate, and, pitch }: NoteVoice): string[] =>
  [and?.sensor, pitch.is === 'chosen' || pitch.is === 'along' ? pitch.source.sensor : undefined].filter(
    (own): own is string => own !== undefined && own !== gate.sensor,
  );

/** The attacks of notes whose voice is known, in order of time. */
export function attacksOf(sounded: readonly Sounded[]): Attack[] {
  const attacks: Attack[] = [];
  const last = new Map<string, Attack>();
  for (const note of sounded) {
    const { voice, lane } = note;
    if (!voice) continue;
    const key = `${voice.gate.sensor} ${lane}`;
    const before = last.get(key);
    if (before && note.onUs - before.onUs <= TOGETHER_US && before.notes.every((n) => n.voice !== voice)) {
      before.notes.push(note);
      continue;
    }
    const { onUs } = note;
    const own = { onUs, first: note, notes: [note], sensor: voice.gate.sensor, lane };
    const attack = { ...own, goesOn: false, passing: false };
    attacks.push(attack);
    last.set(key, attack);
  }
  followVoices(attacks);
  return attacks;
}

/** Which notes of voices of one note at a time go on from another, and which are only passed. */
function followVoices(attacks: readonly Attack[]): void {
  const before = new Map<string, Attack>();
  for (const attack of attacks) {
    const { voice, note } = attack.first;
    if (!voice || !oneAtATime(voice)) continue;
    const last = before.get(voice.id);
    before.set(voice.id, attack);
    if (!last || attack.onUs - last.first.offUs > GOES_ON_US) continue;
    attack.goesOn = true;
    if (attack.onUs - last.onUs < PASSING_US && last.first.note !== note) last.passing = true;
  }
}
