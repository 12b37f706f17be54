import type { Instrument } from '../instrument/document';
import { byChance } from '../shape/preferred';
import { assign, type Candidate } from '../signal/assignment';
import { firstFrom } from '../signal/first-from';
import { median } from '../signal/quantile';
import { ERRORS, type ErrorKind } from './errors';
import type { Moment } from './judge';
import { noteLatencies } from './latency';
import { prove, type Asked, type Proved } from './proved';
import type { Sounded } from './sounded';

/** What the counts say of two versions: only where chance would seldom do it. */
export type Verdict = 'better' | 'worse' | 'same';

/** One sort of error in both. */
export interface Versus {
  before: number;
  now: number;
  /** How many of them the other has not. */
  onlyBefore: number;
  onlyNow: number;
  verdict: Verdict;
  /** How likely so uneven a change is by chance: the two-sided sign test. */
  chance: number;
}

/** A note that is played otherwise. */
export interface NoteChange {
  tUs: number;
  is: 'gone' | 'new' | 'other-note' | 'other-velocity' | 'other-time';
  before: Sounded | null;
  now: Sounded | null;
}

export interface Versions {
  before: Proved;
  now: Proved;
  errors: Record<ErrorKind, Versus>;
  /** How much later notes are now, ms: the median; null where too few can be compared. */
  latency: { laterMs: number; verdict: Verdict; chance: number; n: number } | null;
  changes: NoteChange[];
  /** Notes that both play alike. */
  alike: number;
}

/** What chance alone does more seldom than this is told. */
const SELDOM = 0.05;
/** The same moment, and the same note, lie within this, µs. */
const SAME_US = 60_000;
/** What differs by less is as late as it was, ms. */
const SAME_MS = 0.01;
/** A note that moves by more than this begins at another time, µs. */
const MOVED_US = 1_000;

/** Any two states of an instrument over the same take. */
export function compareVersions(before: Instrument, now: Instrument, asked: Asked): Versions {
  return versusOf(before, prove(before, asked), now, prove(now, asked));
}

/** The same of what was proved already. */
export function versusOf(beforeOf: Instrument, before: Proved, nowOf: Instrument, now: Proved): Versions {
  const { changes, alike } = noteChanges(before.sounded, now.sounded);
  return {
    ...{ before, now, changes, alike },
    errors: Object.fromEntries(
      ERRORS.map((is) => [is, versus(of(before, is), of(now, is))]),
    ) as Versions['errors'],
    latency: latencyChange(beforeOf, before, nowOf, now),
  };
}

const of = ({ moments }: Proved, is: ErrorKind) => moments.filter((moment) => moment.is === is);

function versus(before: readonly Moment[], now: readonly Moment[]): Versus {
  const left = [...now];
  const onlyBefore = before.filter((own) => {
    const at = left.findIndex((other) => isSameMoment(own, other));
    if (at >= 0) left.splice(at, 1);
    return at < 0;
  }).length;
  const onlyNow = left.length;
  const chance = byChance({ a: onlyBefore, b: onlyNow });
  const verdict = chance >= SELDOM ? 'same' : onlyNow < onlyBefore ? 'better' : 'worse';
  return { before: before.length, now: now.length, onlyBefore, onlyNow, verdict, chance };
}

const isSameMoment = (a: Moment, b: Moment): boolean =>
  a.sensor === b.sensor && a.lane === b.lane && Math.abs(a.fromUs - b.fromUs) <= SAME_US;

function latencyChange(
  beforeOf: Instrument,
  before: Proved,
  nowOf: Instrument,
  now: Proved,
): Versions['latency'] {
  const times = (instrument: Instrument, proved: Proved) =>
    noteLatencies(instrument, proved, proved.onsets).map(({ intended, ms }) => ({
      own: proved.intended[intended],
      ms,
    }));
  const others = times(nowOf, now);
  const later = times(beforeOf, before).flatMap(({ own, ms }) => {
    const same = others.find(
      (o) =>
        o.own.sensor === own.sensor && o.own.lane === own.lane && Math.abs(o.own.atUs - own.atUs) < SAME_US,
    );
    return same ? [same.ms - ms] : [];
  });
  if (later.length === 0) return null;
  const moved = later.filter((ms) => Math.abs(ms) > SAME_MS);
  const chance = byChance({ a: moved.filter((ms) => ms > 0).length, b: moved.filter((ms) => ms < 0).length });
  const laterMs = median(later);
  const verdict = chance >= SELDOM || laterMs === 0 ? 'same' : laterMs < 0 ? 'better' : 'worse';
  return { laterMs, verdict, chance, n: later.length };
}

/** What differs, note by note: the same number first, then another in its place. */
export function noteChanges(
  before: readonly Sounded[],
  now: readonly Sounded[],
): { changes: NoteChange[]; alike: number } {
  const times = now.map(({ onUs }) => onUs);
  const rows = before.map((own) => {
    const candidates: Candidate[] = [];
    for (
      let i = firstFrom(times, own.onUs - SAME_US);
      i < now.length && times[i] <= own.onUs + SAME_US;
      i++
    ) {
      if (own.channel !== now[i].channel) continue;
      const away = Math.abs(times[i] - own.onUs) / SAME_US;
      candidates.push({ column: i, cost: away + (own.note === now[i].note ? 0 : 0.5) });
    }
    return candidates;
  });
  const paired = assign(rows, now.length, 1);
  const changes: NoteChange[] = [];
  const taken = new Set(paired);
  before.forEach((own, i) => {
    const other = paired[i] >= 0 ? now[paired[i]] : null;
    const is = changeOf(own, other);
    if (is) changes.push({ tUs: own.onUs, is, before: own, now: other });
  });
  now.forEach((own, i) => {
    if (!taken.has(i)) changes.push({ tUs: own.onUs, is: 'new', before: null, now: own });
  });
  const differing = changes.filter(({ before: own }) => own !== null).length;
  return { changes: changes.sort((a, b) => a.tUs - b.tUs), alike: before.length - differing };
}

function changeOf(own: Sounded, other: Sounded | null): NoteChange['is'] | null {
  if (!other) return 'gone';
  if (other.note !== own.note) return 'other-note';
  if (other.velocity !== own.velocity) return 'other-velocity';
  return Math.abs(other.onUs - own.onUs) > MOVED_US ? 'other-time' : null;
}
