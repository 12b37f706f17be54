import type { Calibration, Instrument, Voice } from '../instrument/document';
import { curveOf } from '../shape/families';
import { worstTableError } from '../shape/table';
import type { Frames } from '../signal/take';

/**
 * What the maker's handbook says that a level and a gate play, in floating point and without any of the engine's
 * integers: 4.1 (on, off, hold-off), 4.2 (sides, dead zone, reach), 4.6 (peak in a window to velocity), 5 (the curve).
 * It knows nothing of power-up, so takes begin with a rest where the calibration has it.
 */
export interface Said {
  frame: number;
  bytes: readonly number[];
}

const FIXED_VELOCITY = 100;

/** Signed distance from rest: positive on the up side. */
const away = (c: Calibration, count: number): number =>
  (c.polarity === 'falling' ? -1 : 1) * (count - Math.round(c.rest));

/** Share of the way from dead zone to reach, 0 … 1, on the side that a voice hears. */
function shareOf(c: Calibration, side: Voice['side'], count: number): number {
  const d = away(c, count);
  const up = d >= 0;
  if ((up && side === 'down') || (!up && side === 'up')) return 0;
  const reach = up ? c.reach.up : c.reach.down;
  if (reach === null) return 0;
  const dead = up ? c.deadZone.up : (c.deadZone.down ?? c.deadZone.up);
  const span = Math.abs(Math.round(reach) - Math.round(c.rest)) - Math.round(dead);
  return Math.min(1, Math.max(0, (Math.abs(d) - Math.round(dead)) / span));
}

/**
 * The most that the engine's arithmetic may be off, in steps of the output (docs/engine.md): half a step of rounding;
 * straight lines between the table's points; a share that may be four of 32768 low; a fraction of eight bits.
 */
function tolerance(instrument: Instrument, voice: Voice, span: number): number {
  const { response } = instrument.sensors.find((s) => s.id === voice.sensor)!;
  const { tableBits } = instrument.board;
  const curve = curveOf(response);
  let steepest = 0;
  for (let i = 0; i < 2 ** tableBits; i++)
    steepest = Math.max(steepest, curve((i + 1) / 2 ** tableBits) - curve(i / 2 ** tableBits));
  const line = worstTableError(response, tableBits).steps / 127;
  const share = (4 / 32768) * steepest * 2 ** tableBits;
  return 0.5 + span * (line + share + steepest / 256 + 2 / 32768);
}

/** Compares undamped controllers with the handbook: the value that each has after every frame. @returns what differs */
export function levelFaults(instrument: Instrument, take: Frames, said: readonly Said[]): string[] {
  return instrument.voices.flatMap((voice) => {
    const { calibration: c, response } = instrument.sensors.find((s) => s.id === voice.sensor)!;
    const column = take.channels.indexOf(instrument.sensors.find((s) => s.id === voice.sensor)!.channel);
    const [from, to] = [voice.from ?? 0, voice.to ?? 127];
    const curve = curveOf(response);
    const allowed = tolerance(instrument, voice, to - from);
    const own = said.filter(
      ({ bytes: [status, a] }) => status === (0xb0 | (voice.channel - 1)) && a === voice.controller,
    );
    let next = 0;
    let value = NaN;
    for (let frame = 0; frame < take.tUs.length; frame++) {
      for (; next < own.length && own[next].frame === frame; next++) value = own[next].bytes[2];
      if (Number.isNaN(value)) continue;
      const count = take.counts[frame * take.channels.length + column];
      const exact = from + (to - from) * curve(shareOf(c!, voice.side, count));
      if (Math.abs(value - exact) > allowed)
        return [`${voice.id} frame ${frame}: ${value}, exactly ${exact.toFixed(2)} ± ${allowed.toFixed(2)}`];
    }
    return own.length > 0 ? [] : [`${voice.id} said nothing`];
  });
}

/** The notes that the handbook has a gate play: frames of on and off, and the velocity before rounding. */
export function notesOf(instrument: Instrument, voice: Voice, take: Frames) {
  const sensor = instrument.sensors.find((s) => s.id === voice.sensor)!;
  const c = sensor.calibration!;
  const column = take.channels.indexOf(sensor.channel);
  const { windowMs, full, from, to } = voice.velocity ?? {
    windowMs: 0,
    full: 1,
    from: FIXED_VELOCITY,
    to: FIXED_VELOCITY,
  };
  const holdUs = 1000 * (c.holdOffMs ?? 0);
  const notes: { on: number; off: number; velocity: number }[] = [];
  let open = false;
  let sounding = false;
  let changedUs = -Infinity;
  let peak = 0;
  for (let frame = 0; frame < take.tUs.length; frame++) {
    const tUs = take.tUs[frame];
    const count = take.counts[frame * take.channels.length + column];
    const signed = away(c, count);
    const up = signed >= 0;
    const heard = voice.side === 'both' || (voice.side === 'up') === up;
    const there = up || c.onDown !== null;
    const d = heard && there ? Math.abs(signed) : 0;
    const on = up || c.onDown === null ? Math.abs(away(c, c.on)) : Math.abs(away(c, c.onDown));
    const off = up || c.offDown === null ? Math.abs(away(c, c.off)) : Math.abs(away(c, c.offDown));
    const holds = tUs - changedUs < holdUs;
    if (!open && !holds && d >= on) {
      open = true;
      sounding = false;
      changedUs = tUs;
      peak = 0;
    }
    if (!open) continue;
    const ends = d < off && tUs - changedUs >= holdUs;
    if (!sounding) {
      peak = Math.max(peak, Math.min(1, Math.max(0, (d - on) / Math.max(1, full - on))));
      if (ends || tUs - changedUs >= 1000 * windowMs) {
        sounding = true;
        notes.push({ on: frame, off: -1, velocity: from + (to - from) * peak });
      }
    }
    if (!ends) continue;
    notes[notes.length - 1].off = frame;
    open = false;
    changedUs = tUs;
  }
  return notes;
}

/** Compares gated notes with the handbook: each on and off at its frame, each velocity within a step. @returns what differs */
export function noteFaults(instrument: Instrument, take: Frames, said: readonly Said[]): string[] {
  return instrument.voices.flatMap((voice) => {
    const want = notesOf(instrument, voice, take);
    const of = (kind: number) =>
      said.filter(
        ({ bytes: [status, note] }) => status === (kind | (voice.channel - 1)) && note === voice.note,
      );
    const ons = of(0x90);
    const offs = of(0x80);
    if (ons.length !== want.length) return [`${voice.id}: ${ons.length} notes, ${want.length} wanted`];
    const wrong = want.findIndex(
      (note, i) =>
        ons[i].frame !== note.on ||
        (note.off >= 0 && offs[i]?.frame !== note.off) ||
        Math.abs(ons[i].bytes[2] - note.velocity) > 0.5 + 4 * (127 / 32768) + 0.01,
    );
    return wrong < 0
      ? []
      : [
          `${voice.id} note ${wrong}: ${JSON.stringify([ons[wrong], offs[wrong]])}, wanted ${JSON.stringify(want[wrong])}`,
        ];
  });
}
