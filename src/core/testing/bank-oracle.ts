import { columnsOf } from '../instrument/access';
import type { Instrument } from '../instrument/document';
import type { Sensor } from '../instrument/sensor';
import type { MidiEvent } from '../midi/event';
import { STATUS } from '../midi/messages';
import type { Frames } from '../signal/take';
import type { ContactsCalibration } from '../ways/contacts/calibration';
import type { StrikeCalibration } from '../ways/strike/calibration';
import type { TouchCalibration } from '../ways/touch/calibration';

/**
 * What the maker's handbook says that pads, struck lanes and switches play, in floating point and without any of the engine's
 * integers: 4.5 (on and off from the untouched level), 4.6 (peak in a window, mask, decaying level, shock), 4.8 (debounce). It
 * knows nothing of power-up, so takes begin with a rest; nor of the wire, which has room.
 */

/** A note that begins or ends. */
export interface Told {
  tUs: number;
  note: number;
  /** 0 where it ends. */
  velocity: number;
}

/** Notes of a bank in a take at 1 kHz, by time; of one time, by lane. @param heard what the engine said, asked only where a count decides that rounding may turn */
export type Oracle = (instrument: Instrument, take: Frames, heard: readonly Told[]) => Told[];

/** The first sensor's counts in a frame, one a lane. */
const reading = (instrument: Instrument, take: Frames) => {
  const columns = instrument.sensors[0].lanes.map(({ column }) => columnsOf(instrument).indexOf(column!));
  const { counts, channels } = take;
  return (frame: number, lane: number) => counts[frame * channels.length + columns[lane]];
};

const noteOf = (sensor: Sensor, lane: number): number => sensor.lanes[lane].note!;

/** 4.6: struck lanes whose velocity is 1 … 127. */
export const struck: Oracle = (instrument, take, heard) => {
  const [sensor] = instrument.sensors;
  const c = sensor.calibration as StrikeCalibration;
  const read = reading(instrument, take);
  const told: Told[] = [];
  const lanes = c.lanes.map((own) => ({
    ...own,
    ...{
      is: 'waiting' as 'waiting' | 'window' | 'masked' | 'spent' | 'ringing',
      began: 0,
      peak: 0,
      masked: 0,
    },
    sounds: -Infinity,
  }));
  const away = (frame: number, i: number) => Math.abs(read(frame, i) - Math.round(lanes[i].rest));
  /** How far a lane is struck at a frame: its peak until its mask is over; one that has stayed out strikes no more. */
  const force = (frame: number, i: number) => {
    const { is, peak } = lanes[i];
    if (is === 'spent') return 0;
    return is === 'window' || is === 'masked' ? Math.max(peak, away(frame, i)) : away(frame, i);
  };
  for (let frame = 0; frame < take.tUs.length; frame++) {
    const ms = take.tUs[frame] / 1000;
    const strongest = () => Math.max(...lanes.map((_, k) => force(frame, k)));
    const before = strongest();
    lanes.forEach((lane, i) => {
      const note = noteOf(sensor, i);
      const d = away(frame, i);
      const end = () => {
        if (lane.sounds > -Infinity) told.push({ tUs: take.tUs[frame], note, velocity: 0 });
        lane.sounds = -Infinity;
      };
      if (ms - lane.sounds >= c.lengthMs && lane.sounds > -Infinity) end();
      if (lane.is === 'masked') {
        lane.peak = Math.max(lane.peak, d);
        if (ms - lane.began < c.maskMs) return;
        Object.assign(lane, { is: 'spent', masked: ms });
      }
      if (lane.is === 'spent' || lane.is === 'ringing') {
        const exceeds = Math.floor(lane.peak * 0.5 ** Math.floor((ms - lane.masked) / c.halfLifeMs));
        if (d < lane.on) lane.is = 'ringing';
        if (lane.is === 'spent') return;
        if (exceeds <= lane.on) lane.is = 'waiting';
        else if (d <= exceeds) return;
      }
      if (lane.is !== 'window') {
        if (d < lane.on) return;
        Object.assign(lane, { is: 'window', began: ms, peak: d });
      }
      lane.peak = Math.max(lane.peak, d);
      if (ms - lane.began < c.windowMs) return;
      lane.is = 'masked';
      const share = c.shockShare ?? 0;
      const said = heard.some((h) => h.tUs === take.tUs[frame] && h.note === note && h.velocity > 0);
      // Shares are kept as 256ths and compared in whole counts; a mask that ends at this very frame may count or not.
      const [shock, other] = [share * strongest(), share * before];
      const close = [shock, other].some((x) => Math.abs(x - lane.peak) <= 1 + x / 128);
      if (close || shock > lane.peak !== other > lane.peak ? !said : shock > lane.peak) return;
      end();
      lane.sounds = ms;
      const strength = Math.min(1, (lane.peak - lane.on) / (lane.full - lane.on));
      told.push({ tUs: take.tUs[frame], note, velocity: 1 + 126 * strength });
    });
  }
  return told;
};

/** 4.5: pads that leap between untouched and touched, each further past its threshold than the untouched level may have followed noise. */
export const touched: Oracle = (instrument, take) => {
  const [sensor] = instrument.sensors;
  const c = sensor.calibration as TouchCalibration;
  const read = reading(instrument, take);
  const sign = c.polarity === 'falling' ? -1 : 1;
  const told: Told[] = [];
  const down = c.lanes.map(() => false);
  for (let frame = 0; frame < take.tUs.length; frame++)
    c.lanes.forEach(({ untouched, on, off }, i) => {
      const d = sign * (read(frame, i) - untouched);
      if (down[i] ? d >= off : d < on) return;
      down[i] = !down[i];
      told.push({ tUs: take.tUs[frame], note: noteOf(sensor, i), velocity: down[i] ? 100 : 0 });
    });
  return told;
};

/** 4.8: an edge counts at once, unless it comes within the debounce of one that counted; then what the contact has come to does. */
export const pressed: Oracle = (instrument, take) => {
  const [sensor] = instrument.sensors;
  const c = sensor.calibration as ContactsCalibration;
  const { tUs, contact, closed } = take.edges!;
  const rest = c.rest === 'closed' ? 1 : 0;
  const told: Told[] = [];
  const lanes = sensor.lanes.map(() => ({ seen: rest, counts: rest, at: -Infinity }));
  const take1 = (lane: number, at: number) => {
    const own = lanes[lane];
    if (own.seen === own.counts) return;
    Object.assign(own, { counts: own.seen, at });
    told.push({ tUs: at, note: noteOf(sensor, lane), velocity: own.counts === rest ? 0 : 100 });
  };
  const settled = (lane: number, at: number) => at - lanes[lane].at >= 1000 * c.debounceMs;
  let edge = 0;
  for (const at of take.tUs) {
    for (; edge < tUs.length && tUs[edge] <= at; edge++) {
      lanes[contact[edge]].seen = closed[edge];
      // Until the next frame has looked, the debounce still runs.
      const frameUs = 1000 * Math.floor(tUs[edge] / 1000);
      if (settled(contact[edge], frameUs)) take1(contact[edge], tUs[edge]);
    }
    lanes.forEach((_, lane) => settled(lane, at) && take1(lane, at));
  }
  return told;
};

/** A note of the engine's as the oracle tells it. */
export const toldOf = ({ tUs, bytes: [status, note, velocity] }: MidiEvent): Told => ({
  ...{ tUs, note },
  velocity: status >> 4 === STATUS.noteOn >> 4 ? velocity : 0,
});

/** Where what was heard differs from what should be: times and notes exactly, velocities by a step at most. */
export function noteDifferences(want: readonly Told[], heard: readonly Told[]): string[] {
  const inOrder = (list: readonly Told[]) =>
    [...list].sort((a, b) => a.tUs - b.tUs || a.note - b.note || a.velocity - b.velocity);
  const [a, b] = [inOrder(want), inOrder(heard)];
  if (a.length !== b.length) return [`${b.length} notes, ${a.length} wanted`];
  return a.flatMap((w, i) => {
    const h = b[i];
    const same =
      w.tUs === h.tUs &&
      w.note === h.note &&
      (w.velocity === 0) === (h.velocity === 0) &&
      Math.abs(w.velocity - h.velocity) <= 0.5 + 0.05;
    return same ? [] : [`${i}: wanted ${JSON.stringify(w)}, heard ${JSON.stringify(h)}`];
  });
}
