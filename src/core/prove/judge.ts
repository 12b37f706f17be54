import type { Onset } from '../calibrate/onset';
import type { Attack } from './attacks';
import { neededOf, PASSING_US } from './attacks';
import type { Intended, OnsetsBy } from './intended';
import type { ErrorKind } from './errors';
import { isWrong, matched, type Matched } from './matched';
import type { Sounded } from './sounded';

/** One thing that was counted, and where it is. */
export interface Moment {
  is: ErrorKind;
  sensor: string;
  lane: string | null;
  fromUs: number;
  toUs: number;
  /** The gesture that was meant, by its place; null for none. */
  intended: number | null;
  /** The note that sounded; null for none. */
  note: Sounded | null;
}

/** A take's gestures and what answered them. */
export interface Judged {
  intended: readonly Intended[];
  attacks: readonly Attack[];
  matched: Matched;
  /** In order of time. */
  moments: Moment[];
}

/** Two onsets nearer than this, with no release between, are one that was doubled, µs (maker's handbook 7). */
const DOUBLED_US = 80_000;
/** A note that sounds for so long while its raw trace is at rest is stuck, µs (maker's handbook 7). */
const STUCK_US = 250_000;

/** Counts what went wrong. @param onsets of the raw trace, by sensor */
export function judge(intended: readonly Intended[], attacks: readonly Attack[], onsets: OnsetsBy): Judged {
  const pairs = matched(intended, attacks);
  const moments = [
    ...missedMoments(intended, pairs),
    ...wrongMoments(intended, attacks, pairs),
    ...extraMoments(intended, attacks, pairs, onsets),
  ];
  const phantoms = new Set(moments.flatMap(({ is, note }) => (is === 'phantom' && note ? [note] : [])));
  const gestures = gesturesByLane(onsets);
  attacks.forEach((attack, i) => {
    const own = intended[pairs.intendedOf[i]] ?? null;
    for (const note of attack.notes) {
      const stuck = phantoms.has(note) ? null : stuckMoment(attack, note, own, gestures);
      if (stuck) moments.push(stuck);
    }
  });
  return { intended, attacks, matched: pairs, moments: moments.sort((a, b) => a.fromUs - b.fromUs) };
}

const missedMoments = (intended: readonly Intended[], { attackOf }: Matched): Moment[] =>
  intended.flatMap(({ atUs, toUs, sensor, lane }, i) =>
    attackOf[i] >= 0
      ? []
      : [
          {
            is: 'missed',
            sensor: sensor ?? '',
            lane,
            fromUs: atUs,
            toUs: toUs ?? atUs,
            intended: i,
            note: null,
          },
        ],
  );

const wrongMoments = (
  intended: readonly Intended[],
  attacks: readonly Attack[],
  { attackOf }: Matched,
): Moment[] =>
  intended.flatMap((own, i) => {
    const attack = attacks[attackOf[i]];
    return attack && isWrong(own, attack) ? [momentOf('wrong', attack, i)] : [];
  });

/** Attacks that nothing asked for: each is doubled, passed, or out of nothing. */
function extraMoments(
  intended: readonly Intended[],
  attacks: readonly Attack[],
  { intendedOf }: Matched,
  onsets: OnsetsBy,
): Moment[] {
  const told = intended.some(({ note }) => note !== null);
  return attacks.flatMap((attack, i) => {
    const asked = intendedOf[i] >= 0;
    // Where pitches were told, a note that was asked for was not only passed.
    if (attack.passing && !(told && asked))
      return [momentOf('passing', attack, asked ? intendedOf[i] : null)];
    if (asked) return [];
    if (isDoubled(attacks, i)) return [momentOf('doubled', attack, null)];
    // What goes on to another note, or begins with another sensor while its gate is open, was asked for there.
    const elsewhere = !told && (attack.goesOn || isAskedElsewhere(attack, onsets));
    return elsewhere ? [] : [momentOf('phantom', attack, null)];
  });
}

/** A second gate, or what chooses the note, opens a note this long after its gesture at most, µs. */
const ELSEWHERE_US = 150_000;

/** Whether a gesture of another sensor that its voice needs begins with it. */
function isAskedElsewhere({ onUs, first: { voice } }: Attack, onsets: OnsetsBy): boolean {
  const others = voice ? neededOf(voice) : [];
  return others.some((sensor) =>
    (onsets.get(sensor) ?? []).some(({ riseUs, crossedUs }) => {
      const sinceUs = onUs - (crossedUs ?? riseUs);
      return sinceUs >= 0 && sinceUs <= ELSEWHERE_US;
    }),
  );
}

/** Whether another attack of the same lane, or of the same note, lies so near that both are one. @param i place of an attack that nothing asked for */
function isDoubled(attacks: readonly Attack[], i: number): boolean {
  const isNear = (other: Attack) => Math.abs(other.onUs - attacks[i].onUs) <= DOUBLED_US;
  for (let k = i - 1; k >= 0 && isNear(attacks[k]); k--) if (repeats(attacks[i], attacks[k])) return true;
  for (let k = i + 1; k < attacks.length && isNear(attacks[k]); k++)
    if (repeats(attacks[i], attacks[k])) return true;
  return false;
}

const repeats = (a: Attack, b: Attack): boolean =>
  a.sensor === b.sensor && (a.lane === null ? a.first.note === b.first.note : a.lane === b.lane);

const momentOf = (is: ErrorKind, { onUs, first, sensor, lane }: Attack, intended: number | null): Moment => ({
  ...{ is, sensor, lane, intended, note: first },
  fromUs: onUs,
  toUs: is === 'passing' ? Math.min(first.offUs, onUs + PASSING_US) : first.offUs,
});

/** The same gestures by sensor, and by sensor and lane. */
function gesturesByLane(onsets: OnsetsBy): ReadonlyMap<string, readonly Onset[]> {
  const all = new Map<string, Onset[]>();
  for (const [sensor, own] of onsets)
    for (const onset of own)
      for (const key of [keyOf(sensor, null), keyOf(sensor, onset.lane)]) {
        const list = all.get(key);
        if (list) list.push(onset);
        else all.set(key, [onset]);
      }
  return all;
}

const keyOf = (sensor: string, lane: string | null) => JSON.stringify([sensor, lane]);

/** A note that goes on while what gates it is at rest, or was let go. One that another gate holds, or that lasts for a time, is left to that. */
function stuckMoment(
  { sensor, lane }: Attack,
  note: Sounded,
  meant: Intended | null,
  gestures: ReadonlyMap<string, readonly Onset[]>,
): Moment | null {
  const { voice } = note;
  if (!voice || voice.heldBy) return null;
  const open = (gestures.get(keyOf(sensor, lane)) ?? [])
    .filter(({ riseUs, toUs }) => riseUs <= note.offUs && toUs >= note.onUs - STUCK_US)
    // Where it was told when a gesture was let go, that counts.
    .map((own) => (own === meant?.onset && meant.toUs !== null ? { ...own, toUs: meant.toUs } : own));
  if (open.length === 0) return null;
  const fromUs = restsFrom(open, note, 1000 * (voice.lastsMs ?? 0));
  const isLong = note.offUs - fromUs > STUCK_US;
  return isLong ? { is: 'stuck', sensor, lane, fromUs, toUs: note.offUs, intended: null, note } : null;
}

/** When all gestures that a note sounds through have ended: the first rest of that length within it, µs. */
function restsFrom(open: readonly Onset[], note: Sounded, lastsUs: number): number {
  let endUs = note.onUs;
  for (const { riseUs, toUs } of open) {
    if (riseUs - endUs > STUCK_US) return endUs;
    endUs = Math.max(endUs, toUs);
  }
  return Math.max(endUs, note.onUs + lastsUs);
}
