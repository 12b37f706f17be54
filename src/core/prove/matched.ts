import { assign, type Candidate } from '../signal/assignment';
import { firstFrom } from '../signal/first-from';
import { pitchAt } from '../midi/heard-notes';
import type { Attack } from './attacks';
import { MARK_US, type Intended } from './intended';

/** Which attack answers which intended gesture. */
export interface Matched {
  /** Of each intended gesture its attack, or −1. */
  attackOf: Int32Array;
  /** Of each attack its intended gesture, or −1. */
  intendedOf: Int32Array;
}

/** An attack belongs to a gesture from so long before its rise on, and so long after its end, or its beginning, µs. */
const EARLY_US = 30_000;
const AFTER_END_US = 60_000;
const LATE_US = 150_000;
/** Another lane answers for one within this only, µs: crosstalk is as quick as what causes it. */
const OTHER_LANE_US = 40_000;
/** What it costs, where a gesture and an attack that are left alone cost 1 each. */
const COSTS = { otherLane: 0.5, otherNote: 0.4, passing: 0.3 };
/** Further off than this it is another note, semitones. */
export const SAME_NOTE = 0.5;

/** Pairs intended gestures with attacks, at the least cost in all: by how far apart they are, and by lane and pitch where these are told. */
export function matched(intended: readonly Intended[], attacks: readonly Attack[]): Matched {
  const times = attacks.map(({ onUs }) => onUs);
  const rows = intended.map((own) => {
    const [fromUs, toUs] = windowOf(own);
    const candidates: Candidate[] = [];
    for (let i = firstFrom(times, fromUs); i < attacks.length && times[i] <= toUs; i++) {
      const cost = costOf(own, attacks[i]);
      if (cost !== null) candidates.push({ column: i, cost });
    }
    return candidates;
  });
  const attackOf = assign(rows, attacks.length, 1);
  const intendedOf = new Int32Array(attacks.length).fill(-1);
  attackOf.forEach((attack, i) => {
    if (attack >= 0) intendedOf[attack] = i;
  });
  return { attackOf, intendedOf };
}

function windowOf({ atUs, onset }: Intended): [fromUs: number, toUs: number] {
  if (!onset) return [atUs - MARK_US, atUs + MARK_US];
  // A slow swell passes its threshold long before a tenth of its peak.
  const beginsUs = Math.min(atUs, onset.crossedUs ?? atUs);
  return [beginsUs - EARLY_US, Math.max(onset.toUs + AFTER_END_US, atUs + LATE_US)];
}

function costOf(own: Intended, attack: Attack): number | null {
  if (own.sensor !== null && own.sensor !== attack.sensor) return null;
  const awayUs = Math.abs(attack.onUs - (own.onset?.crossedUs ?? own.atUs));
  const otherLane = own.lane !== null && attack.lane !== null && own.lane !== attack.lane;
  if (otherLane && awayUs > OTHER_LANE_US) return null;
  // One that was told its pitch takes what goes on from another note; else the gesture began an attack of its own.
  if (own.note === null && attack.goesOn) return null;
  return (
    Math.min(1, awayUs / MARK_US) +
    (otherLane ? COSTS.otherLane : 0) +
    (isOtherNote(own, attack) ? COSTS.otherNote : 0) +
    (own.note !== null && attack.passing ? COSTS.passing : 0)
  );
}

/** Whether an attack begins at another pitch than was meant, or on another lane. */
export const isWrong = (own: Intended, attack: Attack): boolean =>
  isOtherNote(own, attack) || (own.lane !== null && attack.lane !== null && own.lane !== attack.lane);

/** Whether none of its notes begins where it was meant. */
const isOtherNote = ({ note }: Intended, { notes }: Attack): boolean =>
  note !== null && notes.every((own) => Math.abs(pitchAt(own, own.onUs) - note) > SAME_NOTE);
