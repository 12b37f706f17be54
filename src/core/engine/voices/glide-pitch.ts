import { ONE } from '../../shape/table';
import { GLIDE_READS, GLIDE_TABLE_BITS, NO_TABLE, STEPS_ZERO } from '../codes';
import type { Engine } from '../engine';
import { levelShare } from '../map';
import { feeds, locate, type Place } from '../place';
import type { Of } from '../struct';
import type { GLIDE } from '../voice-records';
import { bendOf, SEMITONE } from './bend';

type Glide = Of<typeof GLIDE>;

/** Offsets are kept with this added, so that none is below 0. */
export const OFFSET_ZERO = 32768;

const where: Place = { side: 0, distance: 0 };

/** The pitch of a place of a glide, 1/512 semitone. @param raw count of its column */
export function placePitch(e: Engine, glide: Glide, raw: number): number {
  if (glide.reads === GLIDE_READS.pitch) return raw;
  const y = tableAt(e, glide.table, shareAt(e, glide, raw));
  return glide.low + ((y * glide.span + 16384) >>> 15);
}

/** Where it is along the glide, Q15. */
function shareAt(e: Engine, glide: Glide, raw: number): number {
  if (glide.reads === GLIDE_READS.share) return raw > ONE ? ONE : raw;
  const level = e.image.levels[glide.level];
  locate(e.state.level_zeros[glide.level].rest, raw, where);
  const share = feeds(glide.side_mask, where.side) ? levelShare(level, where.side, where.distance) : 0;
  if (glide.reads === GLIDE_READS.level) return share;
  const up = (where.side === 0) === (glide.reads === GLIDE_READS.aboveIsUp);
  return (up ? ONE + share : ONE - share) >> 1;
}

/** A Q15 share through a table of 257 entries, straight between its points. */
function tableAt({ image: { tables } }: Engine, table: number, share: number): number {
  if (table === NO_TABLE) return share;
  if (share >= ONE) return tables[table + (1 << GLIDE_TABLE_BITS)];
  const index = table + (share >> 7);
  const y = tables[index];
  return y + (((tables[index + 1] - y) * ((share << 1) & 0xff) + 128) >> 8);
}

/** The bend of the note that a glide plays, 0 … 16383. @param raw count of its column */
export function glideOf(e: Engine, index: number, raw: number): number {
  const glide = e.image.glides[index];
  const { lane } = e.image.notes[glide.note];
  const pitch = placePitch(e, glide, raw) + e.state.glides[index].offset - OFFSET_ZERO;
  const own = SEMITONE * (e.state.note_lanes[lane].note - (glide.adds - STEPS_ZERO));
  return bendOf(glide.bend, glide.range, pitch - own);
}
