import { LSB_OFFSET } from '../midi/messages';
import { counted } from '../units/counted';
import { controllerWords, noteName } from '../midi/words';
import { channelsOfVoice, managerOf, membersOf, zoneOf } from './access';
import { soundingSource } from './rules/voices';
import type { Instrument } from './document';
import { isOnNoChannel, type NoteVoice, type Voice } from './voices';
import { livesInScene } from './with-scenes';
import { bendRangeOf } from './zones';

/** Two outputs that would overwrite each other, or one that another device usually owns. */
export interface Clash {
  voices: string[];
  says: string;
}

/** Everything that a voice sends, as words that are equal exactly when two voices send the same thing. */
export function outputsOf(instrument: Instrument, v: Voice): { key: string; words: string }[] {
  if (isOnNoChannel(v)) return [];
  // In an MPE zone each note has a channel of its own, and what belongs to notes goes with them.
  if (v.is !== 'bend' && zoneOf(instrument, v).is === 'mpe') return [];
  return channelsOfVoice(instrument, v).flatMap((n) => {
    const channel = `channel ${n}`;
    if (v.is === 'pressure') return [{ key: `pressure ${n}`, words: `pressure on ${channel}` }];
    if (v.is === 'bend') return [{ key: `bend ${n}`, words: `pitch bend on ${channel}` }];
    if (v.is === 'poly-pressure') return [];
    if (v.is === 'note' && glides(v)) return [{ key: `bend ${n}`, words: `pitch bend on ${channel}` }];
    if (v.is === 'note')
      return notesOf(instrument, v).map((note) => ({
        key: `note ${n} ${note} ${v.steps ?? 0} ${v.tuning ?? ''}`,
        words: `${noteName(note)} on ${channel}`,
      }));
    if (v.is === 'program') return [{ key: `program ${n}`, words: `program changes on ${channel}` }];
    if (v.is === 'parameter') {
      const name = `${v.registered ? 'registered ' : ''}parameter ${v.parameter}`;
      return [{ key: `${name} ${n}`, words: `${name} on ${channel}` }];
    }
    const numbers = v.bits === 14 ? [v.controller, v.controller + LSB_OFFSET] : [v.controller];
    return numbers.map((c) => ({
      key: `controller ${n} ${c}`,
      words: `${controllerWords(c)} on ${channel}`,
    }));
  });
}

/** The notes that a voice can play, before steps of its tuning are added. None where a second gate lets it: that is the player's choice. */
function notesOf(instrument: Instrument, voice: NoteVoice): number[] {
  const { semitones = 0 } = voice;
  if (voice.and) return [];
  if ('note' in voice.pitch) return [voice.pitch.note + semitones];
  const { sensor } = soundingSource(voice);
  const lanes = instrument.sensors.find((s) => s.id === sensor)?.lanes ?? [];
  return [...new Set(lanes.flatMap((l) => (l.note === undefined ? [] : [l.note + semitones])))];
}

/** The clashes of a channel plan, each named once. */
export function clashesOf(instrument: Instrument): Clash[] {
  const { voices } = instrument;
  const senders = new Map<string, { words: string; voices: Voice[] }>();
  for (const v of voices)
    for (const { key, words } of outputsOf(instrument, v)) {
      const known = senders.get(key) ?? { words, voices: [] };
      known.voices.push(v);
      senders.set(key, known);
    }
  const doubled = [...senders.values()].flatMap(({ words, voices: all }) => {
    // What lives in different scenes never plays at once.
    const meet = all.filter((v) => all.some((other) => other !== v && livesTogether(instrument, v, other)));
    const says = `${meet.length} voices send ${words}: each overwrites the other.`;
    return meet.length > 1 ? [{ voices: meet.map(({ id }) => id), says }] : [];
  });
  const volume = voices
    .filter((v) => v.is === 'controller' && v.controller === 7)
    .map((v) => ({ voices: [v.id], says: 'Controller 7 is the mixer’s volume; 2 or 11 leaves it alone.' }));
  return [
    ...[...doubled, ...volume, ...volumeAndExpression(instrument)],
    ...[...passedToo(instrument), ...overlaps(instrument), ...shortRanges(instrument)],
  ];
}

/** Controllers of how loud a channel is: a receiver multiplies them (MIDI 1.0 Detailed Specification, table III). */
const VOLUME = 7;
const EXPRESSION = 11;

/** Volume and expression on one channel, together. */
function volumeAndExpression(instrument: Instrument): Clash[] {
  const sends = (v: Voice, controller: number) => v.is === 'controller' && v.controller === controller;
  return instrument.voices
    .filter((v) => sends(v, VOLUME))
    .flatMap((v) => {
      const channels = channelsOfVoice(instrument, v);
      const other = instrument.voices.find(
        (o) =>
          sends(o, EXPRESSION) &&
          livesTogether(instrument, v, o) &&
          channelsOfVoice(instrument, o).some((c) => channels.includes(c)),
      );
      const says = `Volume and expression go to channel ${channels[0]} together: what is heard is one times the other.`;
      return other ? [{ voices: [v.id, other.id], says }] : [];
    });
}

/** Controllers that the instrument sends itself, and that pass from something else too. */
function passedToo({ inputs = [], voices }: Instrument): Clash[] {
  return inputs.flatMap(({ name, blocks = [] }) => {
    const own = voices.filter((v) => v.is === 'controller' && !blocks.includes(v.controller));
    if (own.length === 0) return [];
    const numbers = [...new Set(own.flatMap((v) => (v.is === 'controller' ? [v.controller] : [])))];
    const many = numbers.length > 1;
    const says = `${name} can send controller${many ? 's' : ''} ${numbers.join(', ')} too, and each overwrites the other on one channel: let ${many ? 'them' : 'it'} not pass.`;
    return [{ voices: own.map(({ id }) => id), says }];
  });
}

/** Whether there is a scene in which both live. */
const livesTogether = ({ scenes }: Instrument, a: Voice, b: Voice): boolean =>
  scenes.length === 0 || scenes.some(({ id }) => livesInScene(a, id) && livesInScene(b, id));

/** Voices that play on channels which an MPE zone has for itself, a clash a channel. */
function overlaps(instrument: Instrument): Clash[] {
  const own = new Map(
    instrument.zones.flatMap((zone) =>
      zone.is === 'mpe' ? [managerOf(zone), ...membersOf(zone)].map((c) => [c, zone.side] as const) : [],
    ),
  );
  const within = new Map<number, string[]>();
  for (const v of instrument.voices) {
    if (zoneOf(instrument, v).is === 'mpe') continue;
    const channel = channelsOfVoice(instrument, v).find((c) => own.has(c));
    if (channel !== undefined) within.set(channel, [...(within.get(channel) ?? []), v.id]);
  }
  const free = Array.from({ length: 16 }, (_, i) => i + 1).find((c) => !own.has(c));
  const cure =
    free === undefined ? 'give the zone fewer members' : `choose a channel outside it, such as ${free}`;
  return [...within].map(([channel, voices]) => ({
    voices,
    says: `Channel ${channel} belongs to the ${own.get(channel)} MPE zone, and ${counted(voices.length, 'voice')} without MPE ${voices.length === 1 ? 'plays' : 'play'} on it: ${cure}.`,
  }));
}

/** Slides that reach past the bend range of their zone and stay at its end. */
function shortRanges(instrument: Instrument): Clash[] {
  return instrument.voices.flatMap((v) => {
    if (v.is !== 'note' || !glides(v) || v.pitch.is !== 'along' || v.pitch.beyond === 'anew') return [];
    const zone = zoneOf(instrument, v);
    const range = bendRangeOf(zone);
    const span = Math.round(12 * (v.pitch.octaves ?? 0));
    const widest = Math.min(96, span);
    return span > range
      ? [
          {
            voices: [v.id],
            says: `A slide over ${span} semitones stops at the bend range, ±${range}: set ±${widest} here and in your music software, or let it begin a new note there.`,
          },
        ]
      : [];
  });
}

/** Whether a note bends as a place does. */
const glides = ({ pitch }: NoteVoice): boolean => pitch.is === 'along' && pitch.school !== 'fretted';
