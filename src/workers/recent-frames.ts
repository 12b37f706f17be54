import type { Edges, Frames } from '@/core/signal/take';

/** How long frames are remembered, s. */
const SECONDS = 12;
/** Frames beyond these are forgotten sooner, and edges. */
const MOST_FRAMES = 1 << 16;
const MOST_EDGES = 4000;

/** The last seconds of all columns and contacts, to be listened to at once: rings of fixed size. */
export class RecentFrames {
  private readonly capacity: number;
  private readonly tUs: Float64Array;
  private readonly counts: Uint16Array;
  private readonly edges: { tUs: number; contact: number; closed: boolean }[] = [];
  private at = 0;
  private filled = 0;

  constructor(
    private readonly columns: string[],
    private readonly contacts: string[],
    rateHz: number,
  ) {
    this.capacity = Math.min(MOST_FRAMES, Math.ceil(SECONDS * rateHz));
    this.tUs = new Float64Array(this.capacity);
    this.counts = new Uint16Array(this.capacity * columns.length);
  }

  add(tUs: number, frame: Uint16Array): void {
    this.tUs[this.at] = tUs;
    this.counts.set(frame, this.at * this.columns.length);
    this.at = this.at + 1 === this.capacity ? 0 : this.at + 1;
    if (this.filled < this.capacity) this.filled++;
  }

  addEdge(tUs: number, contact: number, closed: boolean): void {
    this.edges.push({ tUs, contact, closed });
    if (this.edges.length > MOST_EDGES) this.edges.shift();
  }

  /** What is remembered, in order of time, copied. */
  take(): Frames {
    const { columns, capacity, filled } = this;
    const width = columns.length;
    const first = filled < capacity ? 0 : this.at;
    const tUs = new Float64Array(filled);
    const counts = new Uint16Array(filled * width);
    for (let i = 0; i < filled; i++) {
      const from = (first + i) % capacity;
      tUs[i] = this.tUs[from];
      counts.set(this.counts.subarray(from * width, (from + 1) * width), i * width);
    }
    return {
      channels: columns,
      tUs,
      counts,
      ...(this.contacts.length > 0 ? { edges: this.edgesSince(tUs[0] ?? 0) } : {}),
    };
  }

  private edgesSince(tUs: number): Edges {
    const own = this.edges.filter((e) => e.tUs >= tUs);
    return {
      contacts: this.contacts,
      tUs: Float64Array.from(own, (e) => e.tUs),
      contact: Uint16Array.from(own, (e) => e.contact),
      closed: Uint8Array.from(own, (e) => Number(e.closed)),
    };
  }
}
