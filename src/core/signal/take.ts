/**
 * Frames in order of time.
 * `tUs[i]` is the time of frame i in µs, never falling; `counts[i · channels.length + c]` the count of column c.
 */
export interface Frames {
  channels: string[];
  tUs: Float64Array<ArrayBuffer>;
  counts: Uint16Array<ArrayBuffer>;
  /** Contacts that changed, where any are scanned. */
  edges?: Edges;
  /** Bytes that came in, where the board has a port for them. */
  bytes?: BytesIn;
}

/** Edges in order of time: contact `contacts[contact[i]]` closed (1) or opened (0) at `tUs[i]`, µs. */
export interface Edges {
  contacts: string[];
  tUs: Float64Array<ArrayBuffer>;
  contact: Uint16Array<ArrayBuffer>;
  closed: Uint8Array<ArrayBuffer>;
}

/** Bytes in order of time: `byte[i]` came in on `port[i]` (from 0) at `tUs[i]`, µs. */
export interface BytesIn {
  tUs: Float64Array<ArrayBuffer>;
  port: Uint8Array<ArrayBuffer>;
  byte: Uint8Array<ArrayBuffer>;
}

/** What a take was played for. */
export const ROLES = [
  'rest',
  'soft',
  'medium',
  'loud',
  'full',
  'sweep',
  'repeated',
  'hold',
  'release',
  'still',
  'places',
  'slide',
  'lift',
  'sides',
  'slow',
  'edge',
  'weights',
] as const;
export type Role = (typeof ROLES)[number];

/** A recording of one sensor (or of all of them) with its purpose. */
export interface Take extends Frames {
  id: string;
  role: Role;
  /** Id of the only lane that it is of, where one of several was played again alone. */
  lane?: string;
  /** Times of intended gestures, µs, where the player marked them. */
  marks?: number[];
  /** Known weights that were laid on, g, or known pressures that were held, kPa, in order. */
  weights?: readonly number[];
  pressures?: readonly number[];
  /** Where it was touched, in order: shares of the playing length. */
  places?: readonly number[];
  /** Where a surface was touched, in order: shares of its width and of its length. */
  spots?: readonly (readonly [x: number, y: number])[];
}

/** Length of a take from first to last frame, seconds; 0 for fewer than two frames. */
export const secondsOf = (f: Frames): number =>
  f.tUs.length < 2 ? 0 : (f.tUs[f.tUs.length - 1] - f.tUs[0]) / 1e6;

/** One column of the frames, copied. @throws RangeError when there is no such channel */
export const columnOf = (f: Frames, channel: string): Uint16Array<ArrayBuffer> => columnsIn(f, [channel])[0];

/** Frames that are copied at a time: what they take stays in the cache. */
const BLOCK = 512;

/** Several columns of the frames, copied. @throws RangeError when there is no such channel */
export function columnsIn(f: Frames, channels: readonly string[]): Uint16Array<ArrayBuffer>[] {
  const places = channels.map((channel) => f.channels.indexOf(channel));
  const missing = places.indexOf(-1);
  if (missing >= 0)
    throw new RangeError(
      `columnsIn: channel ${channels[missing]} is required, got ${f.channels.join(', ') || 'none'}`,
    );
  const width = f.channels.length;
  const frames = f.tUs.length;
  const all = channels.map(() => new Uint16Array(frames));
  for (let from = 0; from < frames; from += BLOCK) {
    const to = Math.min(frames, from + BLOCK);
    places.forEach((place, c) => {
      const own = all[c];
      for (let i = from; i < to; i++) own[i] = f.counts[i * width + place];
    });
  }
  return all;
}
