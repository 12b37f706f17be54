import type { Edges, Frames } from './take';

/** A part of a recording as it is kept and carried: times in µs from the recording's start, counts in frame order. */
export type Piece = Pick<Frames, 'tUs' | 'counts' | 'edges'>;

/** Frames of a piece. */
export const PIECE_FRAMES = 1000;

/** A recording in pieces of at most a thousand frames, copied: all, or some of them. Its edges go with the first. */
export function piecesOf({ channels, tUs, counts, edges }: Frames, first = 0, most = Infinity): Piece[] {
  const width = channels.length;
  const all = Math.ceil(tUs.length / PIECE_FRAMES);
  return Array.from({ length: Math.max(0, Math.min(most, all - first)) }, (_, i) => {
    const n = first + i;
    const [from, to] = [n * PIECE_FRAMES, (n + 1) * PIECE_FRAMES];
    return {
      tUs: tUs.slice(from, to),
      counts: counts.slice(from * width, to * width),
      ...(n === 0 && edges ? { edges } : {}),
    };
  });
}

/** Pieces put together, in their order. */
export function joinPieces(channels: string[], pieces: readonly Piece[]): Frames {
  const frames = pieces.reduce((n, p) => n + p.tUs.length, 0);
  const tUs = new Float64Array(frames);
  const counts = new Uint16Array(frames * channels.length);
  let at = 0;
  for (const piece of pieces) {
    tUs.set(piece.tUs, at);
    counts.set(piece.counts, at * channels.length);
    at += piece.tUs.length;
  }
  const edges = joinEdges(pieces.flatMap((p) => p.edges ?? []));
  return { channels, tUs, counts, ...(edges ? { edges } : {}) };
}

/** The edges of pieces, one after another; undefined where none has any. */
function joinEdges(pieces: readonly Edges[]): Edges | undefined {
  if (pieces.length === 0) return undefined;
  const all = <T>(of: (e: Edges) => Iterable<T>) => pieces.flatMap((p) => [...of(p)]);
  return {
    contacts: pieces[0].contacts,
    tUs: Float64Array.from(all((e) => e.tUs)),
    contact: Uint16Array.from(all((e) => e.contact)),
    closed: Uint8Array.from(all((e) => e.closed)),
  };
}
