import { NO_BEND, POOLED } from '../engine/codes';
import { channelOf, channelsOfVoice, managerOf, membersOf, zoneOf } from '../instrument/access';
import type { Instrument } from '../instrument/document';
import type { NoteVoice, Voice } from '../instrument/voices';
import { USUAL_BEND_RANGE } from '../midi/bend';
import { bendRangeOf, type MpeZone, type Zone } from '../instrument/zones';
import { pitchOfKey, spell } from '../pitch/tuning';
import { REGISTERED } from '../midi/messages';
import type { Making } from './making';
import { tuningOf } from './tuned';

/** The channel byte of a lane of notes: a channel, or the pool that gives it one. @param place of the lane in its sensor */
export function channelByte(m: Making, zone: Zone, place: number): number {
  if (zone.is !== 'mpe') return channelOf(zone, place) - 1;
  return POOLED | poolOf(m, zone);
}

/** The place of an MPE zone's pool in the image. */
function poolOf(m: Making, zone: MpeZone): number {
  const { image } = m.parts;
  const known = m.pools.get(zone.id);
  if (known !== undefined) return known;
  const members = membersOf(zone);
  const down = zone.side === 'upper' ? 1 : 0;
  const pool = image.pools.push({
    ...{ member: image.members, members: zone.members, down },
    channel: members[down ? members.length - 1 : 0] - 1,
  });
  image.members += zone.members;
  m.pools.set(zone.id, pool - 1);
  return pool - 1;
}

/** Notes the channels that a voice plays on, or bends: of an MPE zone those of its members. */
export function playsOn(m: Making, voice: Voice): void {
  const zone = zoneOf(m.instrument, voice);
  if (zone.is === 'mpe' && voice.is !== 'note') return;
  const channels = channelsOfVoice(m.instrument, voice);
  m.zones.set(zone.id, new Set([...(m.zones.get(zone.id) ?? []), ...channels]));
}

/** Whether notes of a zone say their bend: those of MPE always; others where any of them may lie beside its number. */
export function zoneBends(instrument: Instrument, zone: Zone): boolean {
  if (zone.is === 'mpe') return true;
  return instrument.voices.some((v) => v.is === 'note' && v.zone === zone.id && bends(instrument, v));
}

function bends(instrument: Instrument, voice: NoteVoice): boolean {
  const { pitch } = voice;
  if (pitch.is === 'along' && (pitch.school !== 'fretted' || !Number.isInteger(pitch.lowest ?? 0)))
    return true;
  if (pitch.is === 'fingering' && pitch.table.some(({ note }) => !Number.isInteger(note))) return true;
  const tuning = tuningOf(instrument, voice);
  if (tuning?.is !== 'scala') return false;
  return Array.from({ length: 128 }, (_, key) => pitchOfKey(tuning, key)).some(
    (own) => own !== null && Math.abs(own - Math.round(own)) > 1e-4,
  );
}

/** A pitch as note and bend, as notes of a zone say it. @param pitch semitones */
export function spelled(instrument: Instrument, zone: Zone, pitch: number): { note: number; bend: number } {
  const { note, bend } = spell(pitch, bendRangeOf(zone));
  return { note, bend: zoneBends(instrument, zone) ? bend : NO_BEND };
}

/** Whether anything bends there: its notes, or a level. */
export const isBent = (instrument: Instrument, zone: Zone): boolean =>
  zoneBends(instrument, zone) || instrument.voices.some((v) => v.is === 'bend' && v.zone === zone.id);

/** What receivers must know of the zones that notes bend in: the MPE configuration message, and bend ranges. */
export function announceZones(m: Making): void {
  const { instrument } = m;
  const { image } = m.parts;
  const used = instrument.zones.filter((zone) => m.zones.has(zone.id) && isBent(instrument, zone));
  const say = (channel: number, parameter: number, value: number) =>
    image.announcements.push(
      ...[
        [REGISTERED.low, parameter],
        [REGISTERED.high, 0],
        [REGISTERED.data, value],
      ].map(([controller, data]) => ({ channel: channel - 1, controller, value: data, pad: 0 })),
    );
  // A channel has one range, whatever zones share it.
  const ranges = new Map<number, number>();
  for (const zone of used) {
    if (zone.is === 'mpe') {
      say(managerOf(zone), REGISTERED.mpeConfiguration, zone.members);
      say(managerOf(zone), REGISTERED.bendRange, zone.managerBendRange ?? USUAL_BEND_RANGE);
    }
    for (const channel of m.zones.get(zone.id)!) ranges.set(channel, bendRangeOf(zone));
  }
  for (const [channel, range] of ranges) say(channel, REGISTERED.bendRange, range);
}
