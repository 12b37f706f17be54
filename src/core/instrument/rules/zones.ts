import type { Fault } from '../../result';
import type { MpeZone, Zone } from '../zones';

/** Channels there are; each MPE zone takes one for its manager (MPE 1.1, M1-100-UM, 2.2). */
const CHANNELS = 16;

/** MPE zones: one a side, and together no more channels than there are. */
export function zoneFaults(zones: readonly Zone[]): Fault[] {
  const mpe = zones.flatMap((zone, i) => (zone.is === 'mpe' ? [{ zone, path: `zones.${i}` }] : []));
  return mpe.flatMap(({ zone, path }, k) => {
    const before = mpe.slice(0, k).map((other) => other.zone);
    if (before.some(({ side }) => side === zone.side))
      return [
        {
          path: `${path}.side`,
          says: `one MPE zone can be the ${zone.side} one: make this ${otherSide(zone)}`,
        },
      ];
    const room = CHANNELS - 1 - before.reduce((n, { members }) => n + 1 + members, 0);
    if (zone.members <= room) return [];
    const left = `${Math.max(0, room)} channels are left for members, got ${zone.members}`;
    const nearest = `give the ${otherSide(zone)} zone ${Math.max(1, CHANNELS - 2 - zone.members)} at most`;
    return [{ path: `${path}.members`, says: before.length > 0 ? `${left}: ${nearest}` : left }];
  });
}

const otherSide = ({ side }: MpeZone): string => (side === 'lower' ? 'upper' : 'lower');
