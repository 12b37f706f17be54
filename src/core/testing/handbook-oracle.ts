import { levelOf } from '../ways/registry';
import { channelOf, columnsOf, responseAt, zoneOf } from '../instrument/access';
import type { LaneLevel } from '../ways/level/lane-level';
import type { Instrument } from '../instrument/document';
import type { ControllerVoice, NoteVoice, SideOf, Voice } from '../instrument/voices';
import { curveOf } from '../shape/families';
import type { Frames } from '../signal/take';

/**
 * What the maker's handbook says that a level and a gate play, in floating point and without any of the engine's
 * integers: 4.1 (on, off, hold-off), 4.2 (sides, dead zone, reach), 4.6 (peak in a window to velocity), 5 (the curve).
 * It knows nothing of power-up, so takes begin with a rest where the calibration has it; nor of the wire, which has room.
 */
export interface Said {
  frame: number;
  bytes: readonly number[];
}

/** Signed distance from rest: positive on the up side. */
const away = (c: LaneLevel, count: number): number =>
  (c.polarity === 'falling' ? -1 : 1) * (count - Math.round(c.rest));

/** Share of the way from dead zone to reach, 0 … 1, on the side that a voice hears. @param signed distance from rest, counts */
function shareOf(c: LaneLevel, side: SideOf, signed: number): number {
  const up = signed >= 0;
  if ((up && side === 'down') || (!up && side === 'up')) return 0;
  const measured = up ? c.up : c.down;
  if (measured === null) return 0;
  const { dead, reach } = measured;
  return Math.min(1, Math.max(0, (Math.abs(signed) - dead) / (reach - dead)));
}

/** The sensor that a voice hears, with its level and its column in a take. */
function heard(instrument: Instrument, source: { sensor: string; port: string }) {
  const sensor = instrument.sensors.find((s) => s.id === source.sensor)!;
  const column = columnsOf(instrument).indexOf(sensor.lanes[0].column!);
  return { c: levelOf(sensor)!, curve: curveOf(responseAt(sensor, source.port)), column };
}

const channelOfVoice = (instrument: Instrument, voice: Voice) => channelOf(zoneOf(instrument, voice), 0) - 1;

/**
 * Counts by which a value may be kept past its step: 3 σ, so that it is let go and taken as far apart as distinct levels lie (3:
 * 6 σ), and half the dead zone at most; at rest and from reach on it is the end's.
 */
function keptBy(c: LaneLevel, signed: number): number {
  const { dead, reach } = (signed >= 0 ? c.up : c.down) ?? { dead: c.up.dead, reach: 0 };
  const distance = Math.abs(signed);
  return distance <= dead / 2 || distance >= reach ? 0 : Math.min(Math.ceil(3 * c.noise), dead / 2);
}

/** Straight between the points of a table, as the board has the curve at 14 bits (handbook 5). @param points 2^n + 1 */
const byTable =
  (curve: (x: number) => number, intervals: number) =>
  (x: number): number => {
    const i = Math.min(intervals - 1, Math.floor(x * intervals));
    const [a, b] = [curve(i / intervals), curve((i + 1) / intervals)];
    return a + (b - a) * (x * intervals - i);
  };

/** How far a share may lie from the true one, as docs/engine.md states: four units of Q15, and eight bits between two points of a table. */
const shareError = (intervals: number): number => 4 / 32768 + 1 / (256 * intervals);
/** How far a table's entry, and what lies between two, may: half a unit each, and one more for the rounding of both. */
const ENTRY_ERROR = 2 / 32768;

/**
 * Compares undamped controllers with the handbook: the value that each has after every frame. Rounding half up, it may be as if
 * the count were one off (docs/engine.md), and as many more as it is kept by. @returns what differs
 */
export function levelFaults(instrument: Instrument, take: Frames, said: readonly Said[]): string[] {
  const controllers = instrument.voices.filter((v): v is ControllerVoice => v.is === 'controller');
  return controllers.flatMap((voice) => {
    const { c, curve, column } = heard(instrument, voice.source);
    const fine = voice.bits === 14;
    const [from, to] = [voice.from ?? 0, voice.to ?? (fine ? 16383 : 127)];
    const intervals = 2 ** instrument.boards[0].tableBits;
    const answer = fine ? byTable(curve, intervals) : curve;
    const status = 0xb0 | channelOfVoice(instrument, voice);
    const lowByte = fine ? voice.controller + 32 : voice.controller;
    const own = said.filter(({ bytes: [s, a] }) => s === status && (a === voice.controller || a === lowByte));
    const exactly = (signed: number, by = 0) =>
      from + (to - from) * answer(Math.min(1, Math.max(0, shareOf(c, voice.side, signed) + by)));
    let next = 0;
    let value = NaN;
    for (let frame = 0; frame < take.tUs.length; frame++) {
      for (; next < own.length && own[next].frame === frame; next++) {
        const [, a, byte] = own[next].bytes;
        if (!fine) value = byte;
        else value = a === lowByte ? ((value || 0) & ~127) | byte : (byte << 7) | ((value || 0) & 127);
      }
      if (Number.isNaN(value)) continue;
      const signed = away(c, take.counts[frame * take.channels.length + column]);
      const off = 1 + keptBy(c, signed);
      const error = fine ? shareError(intervals) : 0;
      const near = [signed - off, signed, signed + off].flatMap((d) => [
        exactly(d, -error),
        exactly(d, error),
      ]);
      const rounding = 0.5 + 1e-6 + (fine ? ENTRY_ERROR * (to - from) : 0);
      const [low, high] = [Math.min(...near) - rounding, Math.max(...near) + rounding];
      if (value < low || value > high)
        return [`${voice.id} frame ${frame}: ${value}, exactly ${low.toFixed(2)} … ${high.toFixed(2)}`];
    }
    return own.length > 0 ? [] : [`${voice.id} said nothing`];
  });
}

/** The notes that the handbook has a gate play: frames of on and off, and the velocity before rounding. */
export function notesOf(instrument: Instrument, voice: NoteVoice, take: Frames) {
  const { c, column } = heard(instrument, voice.gate);
  if (voice.velocity.is !== 'attack') throw new RangeError('notesOf: a velocity from the attack is required');
  const { windowMs, full, from, to } = voice.velocity;
  const holdUs = 1000 * (c.holdOffMs ?? 0);
  const notes: { on: number; off: number; velocity: number }[] = [];
  let open: 'up' | 'down' | null = null;
  let sounding = false;
  let changedUs = -Infinity;
  let peak = 0;
  for (let frame = 0; frame < take.tUs.length; frame++) {
    const tUs = take.tUs[frame];
    const signed = away(c, take.counts[frame * take.channels.length + column]);
    const side = signed >= 0 ? 'up' : 'down';
    const hears = (voice.side === 'both' || voice.side === side) && (side === 'up' || c.down !== null);
    const d = hears ? Math.abs(signed) : 0;
    const { on, off } = (side === 'down' && c.down) || c.up;
    const holds = tUs - changedUs < holdUs;
    if (!open && !holds && d >= on) {
      open = side;
      sounding = false;
      changedUs = tUs;
      peak = 0;
    }
    if (!open) continue;
    const ends = d < off && tUs - changedUs >= holdUs;
    if (!sounding) {
      // A side keeps its own peak: what swings through rest within the window is another stroke.
      if (side === open) peak = Math.max(peak, Math.min(1, Math.max(0, (d - on) / Math.max(1, full - on))));
      if (ends || tUs - changedUs >= 1000 * windowMs) {
        sounding = true;
        notes.push({ on: frame, off: -1, velocity: from + (to - from) * peak });
      }
    }
    if (!ends) continue;
    notes[notes.length - 1].off = frame;
    open = null;
    changedUs = tUs;
  }
  return notes;
}

/** Compares gated notes with the handbook: each on and off at its frame, each velocity within a step. @returns what differs */
export function noteFaults(instrument: Instrument, take: Frames, said: readonly Said[]): string[] {
  const voices = instrument.voices.filter((v): v is NoteVoice => v.is === 'note');
  return voices.flatMap((voice) => {
    const want = notesOf(instrument, voice, take);
    const channel = channelOfVoice(instrument, voice);
    const number = voice.pitch.is === 'fixed' ? voice.pitch.note : -1;
    const of = (kind: number) =>
      said.filter(({ bytes: [status, note] }) => status === (kind | channel) && note === number);
    const ons = of(0x90);
    const offs = of(0x80);
    if (ons.length !== want.length) return [`${voice.id}: ${ons.length} notes, ${want.length} wanted`];
    const wrong = want.findIndex(
      (note, i) =>
        ons[i].frame !== note.on ||
        (note.off >= 0 && offs[i]?.frame !== note.off) ||
        Math.abs(ons[i].bytes[2] - note.velocity) > 0.5 + 4 * (127 / 32768) + 0.01,
    );
    if (wrong < 0) return [];
    const { on, off, velocity } = want[wrong];
    return [`${voice.id} note ${wrong}: wanted ${on} … ${off}, ${velocity.toFixed(2)}`];
  });
}
