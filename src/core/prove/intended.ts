import type { Onset } from '../calibrate/onset';
import type { Instrument } from '../instrument/document';
import type { NoteVoice } from '../instrument/voices';
import { DYNAMIC_NAMES, type Dynamics } from '../shape/dynamics';
import { assign, type Candidate } from '../signal/assignment';
import { firstFrom } from '../signal/first-from';
import type { Frames } from '../signal/take';
import { onsetsIn } from '../ways/onsets';
import { isInTake } from './with-what-is-there';

/** What a player means to play at a time: told by a mark, by a file, or by what the raw trace does. */
export interface Intended {
  /** When, and until when where that is known, µs. */
  atUs: number;
  toUs: number | null;
  /** By which sensor and lane; null where that is not told. */
  sensor: string | null;
  lane: string | null;
  /** Pitch, semitones, fractions are cents; null where it is not told. */
  note: number | null;
  dynamic: keyof Dynamics | null;
  /** The gesture on the raw trace; null where there is none. */
  onset: Onset | null;
}

/** A mark: what of an intended gesture is told. */
export interface Mark {
  tUs: number;
  toUs?: number;
  sensor?: string;
  lane?: string;
  note?: number;
  dynamic?: keyof Dynamics;
}

/** The gestures of each sensor that gates notes, by its id, in order of time. */
export type OnsetsBy = ReadonlyMap<string, readonly Onset[]>;

/** Note voices whose gate is in a take. */
export const judgedVoices = (instrument: Instrument, take: Frames): NoteVoice[] =>
  instrument.voices.filter(
    (voice): voice is NoteVoice => voice.is === 'note' && isInTake(instrument, take, voice.gate.sensor),
  );

/** The gestures of all sensors that note voices listen to for gate, second gate or pitch. */
export function onsetsBySensor(instrument: Instrument, take: Frames): OnsetsBy {
  const named = judgedVoices(instrument, take).flatMap(({ gate, and, pitch }) => [
    gate.sensor,
    ...(and ? [and.sensor] : []),
    ...('source' in pitch ? [pitch.source.sensor] : []),
    ...('fingers' in pitch ? pitch.fingers.map(({ source }) => source.sensor) : []),
  ]);
  return new Map(
    instrument.sensors
      .filter(({ id }) => named.includes(id))
      .map((sensor) => [sensor.id, onsetsIn(sensor, take)]),
  );
}

/** What a stretch of a take was played for, µs. */
export interface RoleSpan {
  fromUs: number;
  toUs: number;
  role: string;
}

/** A whole take that was played for one thing. */
export const wholeRole = (role: string): RoleSpan[] => [{ fromUs: -Infinity, toUs: Infinity, role }];

/** The dynamic that was asked for at a time, where it was one. */
const dynamicAt = (roles: readonly RoleSpan[], atUs: number): keyof Dynamics | null => {
  const role = roles.find(({ fromUs, toUs }) => atUs >= fromUs && atUs <= toUs)?.role;
  return DYNAMIC_NAMES.find((d) => d === role) ?? null;
};

/** What the raw trace tells was meant: each gesture of each sensor that gates notes. */
export function intendedByTrace(
  instrument: Instrument,
  take: Frames,
  onsets: OnsetsBy,
  roles: readonly RoleSpan[] = [],
): Intended[] {
  const gates = [...new Set(judgedVoices(instrument, take).map(({ gate }) => gate.sensor))];
  return gates
    .flatMap((sensor) =>
      (onsets.get(sensor) ?? []).map((onset): Intended => ({
        ...{ atUs: onset.riseUs, toUs: onset.toUs, sensor, lane: onset.lane, note: null },
        ...{ dynamic: dynamicAt(roles, onset.riseUs), onset },
      })),
    )
    .sort((a, b) => a.atUs - b.atUs);
}

/** A mark and its gesture lie so far apart at most, µs: a hand that taps along is a quarter of a second off. (Common practice, no source.) */
export const MARK_US = 250_000;

/**
 * What marks tell was meant, each with the gesture of the raw trace that lies nearest to it.
 * @param lagUs how late the marks are against the board's clock
 */
export function intendedByMarks(
  instrument: Instrument,
  take: Frames,
  onsets: OnsetsBy,
  marks: readonly Mark[],
  roles: readonly RoleSpan[] = [],
  lagUs = 0,
): Intended[] {
  const all = intendedByTrace(instrument, take, onsets);
  const times = all.map(({ atUs }) => atUs);
  const sorted = [...marks].sort((a, b) => a.tUs - b.tUs);
  const near = sorted.map(({ tUs, sensor, lane }) => {
    const candidates: Candidate[] = [];
    const atUs = tUs - lagUs;
    for (let i = firstFrom(times, atUs - MARK_US); i < all.length && times[i] <= atUs + MARK_US; i++) {
      const own = all[i];
      if ((sensor !== undefined && own.sensor !== sensor) || (lane !== undefined && own.lane !== lane))
        continue;
      candidates.push({ column: i, cost: Math.abs(times[i] - atUs) / MARK_US });
    }
    return candidates;
  });
  const paired = assign(near, all.length, 1);
  return sorted.map((mark, i): Intended => {
    const own = paired[i] >= 0 ? all[paired[i]] : null;
    return {
      atUs: own?.atUs ?? mark.tUs - lagUs,
      toUs: mark.toUs === undefined ? (own?.toUs ?? null) : mark.toUs - lagUs,
      sensor: mark.sensor ?? own?.sensor ?? null,
      lane: mark.lane ?? own?.lane ?? null,
      note: mark.note ?? null,
      dynamic: mark.dynamic ?? dynamicAt(roles, mark.tUs - lagUs),
      onset: own?.onset ?? null,
    };
  });
}
