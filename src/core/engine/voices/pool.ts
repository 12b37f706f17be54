import type { Block } from '../blocks/block';
import { channelsOfPool } from '../channels';
import { NO_NOTE } from '../codes';
import type { Engine } from '../engine';
import type { Image } from '../layout';

/**
 * Channels that notes take by turns, as the members of an MPE zone: the one that has been free the longest; where none is, that of the
 * oldest note (MPE 1.1, M1-100-UM, 3.2; the oldest: common practice). A pool's members stand in the order of what they began or ended last.
 */
export const pool: Block = {
  name: 'pool',
  of: 'pools',
  file: 'pool',
  start: (image) => ({ members: membersAtRest(image) }),
};

function membersAtRest({ pools }: Image) {
  return pools.flatMap((own) => channelsOfPool(own).map((channel) => ({ channel, lane: NO_NOTE })));
}

/** The place of the member that a new note takes: its lane says whose note must end first. */
export function nextMember({ image, state }: Engine, pool: number): number {
  const { member, members } = image.pools[pool];
  for (let i = member; i < member + members; i++) if (state.members[i].lane === NO_NOTE) return i;
  return member;
}

/** A member has begun or ended a note, and comes last of its pool. @param lane whose note it is now @returns its channel */
export function turnMember({ image, state }: Engine, pool: number, at: number, lane: number): number {
  const { member, members } = image.pools[pool];
  const { channel } = state.members[at];
  const last = member + members - 1;
  for (let i = at; i < last; i++) {
    state.members[i].channel = state.members[i + 1].channel;
    state.members[i].lane = state.members[i + 1].lane;
  }
  state.members[last].channel = channel;
  state.members[last].lane = lane;
  return channel;
}

/** The channel of a lane whose note has ended is free. */
export function freeMember(e: Engine, pool: number, lane: number): void {
  const { member, members } = e.image.pools[pool];
  for (let i = member; i < member + members; i++)
    if (e.state.members[i].lane === lane) return void turnMember(e, pool, i, NO_NOTE);
}
