import type { Image } from './layout';

/** Channels, 0 … 15, on which an image sends, rising. */
export function channelsOfImage({ note_lanes, controls, switched }: Image): number[] {
  const own = [
    ...note_lanes.map(({ channel }) => channel),
    ...[...controls, ...switched].map(({ status }) => status),
  ];
  return [...new Set(own.map((channel) => channel & 15))].sort((a, b) => a - b);
}
