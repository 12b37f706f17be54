import { levelShare, mapped } from '../map';
import type { Engine } from '../engine';
import { locate, type Place } from '../place';
import type { NOTE } from '../voice-records';
import { stepOf } from '../scale';
import type { Of } from '../struct';

type Note = Of<typeof NOTE>;

/** Where a note's velocity comes from: a member of the velocity stage. Its twin in C is `velocity_<name>`. */
export interface VelocityMember {
  name: string;
  /** Its file in firmware/, after `cheironom_`; none where it stands in cheironom_velocity.h. */
  file?: string;
  /** Whether each of its notes can have a table of its own: settings have room for them. */
  hasTable?: boolean;
  /** @param lane of the image's note lanes @param strength of the gate, Q15 @returns 1 … 127 */
  of(e: Engine, note: Note, lane: number, strength: number): number;
}

const place: Place = { side: 0, distance: 0 };

/** Where a level is in this frame, Q15. */
function shareNow(e: Engine, index: number): number {
  const level = e.image.levels[index];
  locate(e.state.level_zeros[index].rest, e.counts[e.at + level.column], place);
  return levelShare(level, place.side, place.distance);
}

/** A note has the place in this list, and so has C (firmware/cheironom_blocks.h). */
const MEMBERS: VelocityMember[] = [
  { name: 'fixed', of: (_, { from }) => from },
  { name: 'strength', of: (_, { from, span }, __, strength) => stepOf(from, span, strength) },
  {
    name: 'level',
    hasTable: true,
    of: (e, { from, span, table, level }) => stepOf(from, span, mapped(e.image, table, shareNow(e, level))),
  },
];

export const velocities = (): readonly VelocityMember[] => MEMBERS;

/** Adds one that is none of the product's. */
export function addVelocityMember(member: VelocityMember): void {
  MEMBERS.push(member);
}

/** The code of a note's velocity. @throws RangeError for what is not known */
export function velocityCode(name: string): number {
  const code = MEMBERS.findIndex((m) => m.name === name);
  if (code < 0)
    throw new RangeError(`velocityCode: one of ${MEMBERS.map((m) => m.name)} is required, got ${name}`);
  return code;
}

export const velocityOf = (e: Engine, note: Note, lane: number, strength: number): number =>
  MEMBERS[note.velocity].of(e, note, lane, strength);
