import type { Instrument } from '../instrument/document';
import { MOST_STRING_OCTAVES } from '../instrument/limits';
import type { Sensor } from '../instrument/sensor';
import type { Tuning } from '../instrument/tunings';
import {
  SCHOOLS,
  type AlongPitch,
  type FingeringPitch,
  type NoteVoice,
  type Source,
} from '../instrument/voices';
import type { Zone } from '../instrument/zones';
import type { Random } from '../signal/random';

/** Scales with a key, and scales of any intervals, some with a keyboard map that leaves keys out. */
export const randomTunings = (r: Random): Tuning[] =>
  Array.from({ length: r.whole(0, 3) }, (_, i): Tuning => {
    const common = { id: `tuning${i}`, name: `Tuning ${i}` };
    if (r.next() < 0.5) {
      const notes = Array.from({ length: 12 }, (_, n) => n).filter((n) => n === 0 || r.next() < 0.5);
      return { ...common, is: 'scale', key: r.whole(0, 11), notes };
    }
    const cents = Array.from({ length: r.whole(3, 19) }, () => r.between(1, 1300)).sort((a, b) => a - b);
    if (r.next() < 0.5) return { ...common, is: 'scala', cents };
    const keys = Array.from({ length: r.whole(0, 12) }, () => r.whole(-1, cents.length));
    const map = { first: r.whole(0, 40), last: r.whole(80, 127), middle: 60, reference: 69, hz: 440 };
    return { ...common, is: 'scala', cents, map: { ...map, octave: cents.length, keys } };
  });

/** One MPE zone, or both, in which there are few members as often as many. */
export function randomMpe(r: Random): Zone[] {
  const members = r.next() < 0.5 ? r.whole(1, 3) : r.whole(1, 7);
  const lower: Zone = { is: 'mpe', id: 'low', side: 'lower', members, bendRange: r.whole(1, 96) };
  if (r.next() < 0.5) return [lower];
  return [
    lower,
    { is: 'mpe', id: 'high', side: 'upper', members: r.whole(1, 7), managerBendRange: r.whole(1, 12) },
  ];
}

/** A place in any school. @param source of a level */
export function randomAlong(r: Random, source: Source, tunes: boolean): AlongPitch {
  const school = SCHOOLS[r.whole(0, 3)];
  const lowest = r.next() < 0.5 ? r.whole(20, 60) : r.between(20, 60);
  return {
    ...{ is: 'along', source, school, spacing: r.next() < 0.5 ? 'even' : 'string' },
    ...(tunes ? {} : { lowest, octaves: r.between(0.1, MOST_STRING_OCTAVES) }),
    ...(r.next() < 0.5 ? { hysteresisCents: r.between(0, 60) } : {}),
    ...(r.next() < 0.5 ? { settleMs: r.between(0, 60) } : {}),
    ...(school === 'pull-in' && r.next() < 0.7 ? { driftCents: r.between(1, 1200) } : {}),
    ...(r.next() < 0.5 ? { beyond: 'anew' } : {}),
  };
}

/** Fingerings by banks of the instrument; null where it has none that are small enough. */
export function randomFingering(
  r: Random,
  banks: readonly { sensor: Sensor; port: string }[],
): FingeringPitch | null {
  const own = banks.filter(() => r.next() < 0.7).slice(0, 3);
  const fingers = own.reduce((n, { sensor }) => n + sensor.lanes.length, 0);
  if (fingers === 0 || fingers > 32) return null;
  const signs = '01xx'.split('');
  const table = Array.from({ length: r.whole(1, 20) }, () => ({
    keys: Array.from({ length: fingers }, () => signs[r.whole(0, 3)]).join(''),
    note: r.next() < 0.5 ? r.whole(30, 90) : r.between(30, 90),
  }));
  return {
    is: 'fingering',
    fingers: own.map(({ sensor, port }) => ({
      source: { sensor: sensor.id, port },
      ...(r.next() < 0.5 ? { adds: sensor.lanes.map(() => r.whole(-12, 12)) } : {}),
    })),
    table: table.filter(({ keys }, i) => table.findIndex((t) => t.keys === keys) === i),
    unassigned: (['nearest', 'hold', 'silence'] as const)[r.whole(0, 2)],
    settleMs: r.next() < 0.5 ? 0 : r.between(0, 60),
  };
}

/** What a note may have besides: another gate, a length or a hold, a tuning, what is added, no slurs. @param gate one of the board */
export function randomExtras(
  r: Random,
  { tunings = [] }: Instrument,
  gate: () => Source,
): Partial<NoteVoice> {
  const some = (share: number) => r.next() < share;
  return {
    ...(some(0.25) ? { and: gate() } : {}),
    ...(some(0.2) ? { lastsMs: r.between(20, 800) } : some(0.2) ? { heldBy: gate() } : {}),
    ...(tunings.length > 0 && some(0.5) ? { tuning: tunings[r.whole(0, tunings.length - 1)].id } : {}),
    ...(some(0.2) ? { steps: r.whole(-9, 9) } : {}),
    ...(some(0.2) ? { semitones: r.whole(-24, 24) } : {}),
    ...(some(0.2) ? { legato: false } : {}),
  };
}
