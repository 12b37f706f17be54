import { CONTROL_KIND, GLIDE_BENDS, NO_BEND, NO_STATUS, POOLED } from './codes';
import type { Image } from './layout';

/** Channels, 0 … 15, on which an image sends, rising. */
export function channelsOfImage({ note_lanes, controls, switched, pools, announcements }: Image): number[] {
  const own = [
    ...note_lanes.filter(({ channel }) => (channel & POOLED) === 0).map(({ channel }) => channel),
    ...[...controls.filter(({ lane, kind }) => lane === 0 && !isOnNoChannel(kind)), ...switched]
      .map(({ status }) => status)
      .filter((status) => (status & 0xf0) !== NO_STATUS),
    ...pools.flatMap(channelsOfPool),
    ...announcements.map(({ channel }) => channel),
  ];
  return [...new Set(own.map((channel) => channel & 15))].sort((a, b) => a - b);
}

const isOnNoChannel = (kind: number): boolean => kind === CONTROL_KIND.tempo || kind === CONTROL_KIND.light;

/** Channels that a pool gives, 0 … 15, in the order in which they are free at power-up. */
export const channelsOfPool = ({ members, channel, down }: Image['pools'][number]): number[] =>
  Array.from({ length: members }, (_, i) => (down !== 0 ? channel - i : channel + i));

/** Whether any of its notes says its bend. */
export const bendsNotes = ({ note_lanes, glides, fingering_entries }: Image): boolean =>
  glides.some(({ how }) => (how & GLIDE_BENDS) !== 0) ||
  [...note_lanes, ...fingering_entries].some(({ bend }) => bend !== NO_BEND);
