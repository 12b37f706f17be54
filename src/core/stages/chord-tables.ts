import type { Instrument } from '../instrument/document';
import type { NoteVoice, Source, Voice } from '../instrument/voices';
import type { Zone } from '../instrument/zones';
import { channelOf, zoneOf } from '../instrument/access';
import { withVoices } from '../instrument/with-voices';
import { sourcesOf } from '../instrument/rules/voices';
import { freeId } from '../units/free-id';
import { gateKey, gatesBeside, laneOffers } from './gate-offers';
import { zoneBends } from './zones';

/** What a button adds above what is played: degrees of the voice's tuning, or semitones. */
interface Added {
  steps?: number;
  semitones?: number;
}

/** Chords to begin from, a button each, in order. Intervals of chords: common practice, no source. */
export type ChordTable = readonly { says: string; adds: readonly Added[] }[];

const inKey = (says: string, steps: number) => ({ says: `${says} in key`, adds: [{ steps }] });
const above = (says: string, ...adds: number[]) => ({ says, adds: adds.map((n) => ({ semitones: n })) });

export const CHORD_TABLES: readonly ChordTable[] = [
  [inKey('third', 2), inKey('fifth', 4), inKey('seventh', 6)],
  [above('major', 4, 7), above('minor', 3, 7), above('seventh', 4, 7, 10)],
  [above('fifth', 7), above('octave', 12)],
];

/** The tables that suit a voice: those in key want a scale. */
export const tablesFor = ({ tuning }: NoteVoice): ChordTable[] =>
  CHORD_TABLES.filter(
    (table) =>
      tuning !== undefined || table.every(({ adds }) => adds.every(({ steps }) => steps === undefined)),
  );

/** A sensor whose gates can be the chord buttons of a voice. */
export interface ButtonBank {
  name: string;
  /** Its lanes, in order. */
  buttons: readonly Source[];
}

/** What can be the chord buttons of a voice: gates of its board that play none of its notes. */
export function buttonsFor(instrument: Instrument, voice: NoteVoice): ButtonBank[] {
  const own = instrument.sensors.find(({ id }) => id === voice.gate.sensor)!;
  const played = sourcesOf(voice).map(([, { sensor }]) => sensor);
  return gatesBeside(instrument, own)
    .filter(({ source }) => !played.includes(source.sensor))
    .flatMap((offer): ButtonBank[] => {
      const { name, lanes } = instrument.sensors.find(({ id }) => id === offer.source.sensor)!;
      const each = laneOffers(instrument, offer).map(({ source }) => source);
      const buttons = lanes.length === 1 ? [offer.source] : each;
      return buttons.length > 0 ? [{ name, buttons }] : [];
    });
}

/** Whether a voice is a chord of another: it adds to the same notes while a button is held. */
export const isChordOf = (voice: NoteVoice, other: Voice): boolean =>
  other.is === 'note' &&
  other.and !== undefined &&
  gateKey(other.gate) === gateKey(voice.gate) &&
  (other.steps !== undefined || other.semitones !== undefined);

/**
 * An instrument with a voice's chords: each note that a button adds is a voice of its own, which sounds while both its gate
 * and the button are open; chords that the voice had are left out. Where the voice bends, each has the next channel that is
 * free; where none is, that of the voice.
 * @param buttons as many as the table has; what lacks a button is left out
 */
export function withChords(
  instrument: Instrument,
  voice: NoteVoice,
  table: ChordTable,
  buttons: readonly Source[],
): Instrument {
  const others = instrument.voices.filter((other) => !isChordOf(voice, other));
  const zone = zoneOf(instrument, voice);
  const apart = zone.is !== 'mpe' && zoneBends(instrument, zone);
  const zones: Zone[] = [];
  const taken = new Set(others.map(({ id }) => id));
  const newId = () => {
    const id = freeId('chord', (known) => taken.has(known));
    taken.add(id);
    return id;
  };
  const chords = table.slice(0, buttons.length).flatMap(({ adds }, i) =>
    adds.map((added): NoteVoice => {
      const own = apart ? freeZone(instrument, zones, zone) : zone;
      if (own !== zone) zones.push(own);
      return { ...voice, ...sumOf(voice, added), id: newId(), and: buttons[i], zone: own.id };
    }),
  );
  return withVoices(instrument, [...others, ...chords], zones);
}

/** What a voice adds to its notes, and a button besides. */
const sumOf = (voice: NoteVoice, added: Added): Added => ({
  ...(added.steps === undefined ? {} : { steps: (voice.steps ?? 0) + added.steps }),
  ...(added.semitones === undefined ? {} : { semitones: (voice.semitones ?? 0) + added.semitones }),
});

/** A channel that nothing plays on, with the bend range of another zone; that zone itself where all are taken. */
function freeZone({ zones }: Instrument, more: readonly Zone[], like: Zone): Zone {
  const all = [...zones, ...more];
  if (all.some(({ is }) => is === 'mpe')) return like;
  const taken = new Set(
    all.flatMap((zone) =>
      zone.is === 'lanes'
        ? Array.from({ length: zone.count }, (_, i) => channelOf(zone, i))
        : [channelOf(zone, 0)],
    ),
  );
  for (let channel = 1; channel <= 16; channel++) {
    const id = `channel-${channel}`;
    if (!taken.has(channel) && !all.some((zone) => zone.id === id))
      return {
        is: 'single',
        id,
        channel,
        ...(like.bendRange === undefined ? {} : { bendRange: like.bendRange }),
      };
  }
  return like;
}
