/** What a board is, whatever stands behind it: practice, or a cable. */
export interface BoardInfo {
  /** As the screens name it: "Practice board". */
  name: string;
  /** Names of a frame's columns, and of the contacts that are scanned, in order. */
  columns: string[];
  contacts: string[];
  rateHz: number;
}

/** A source of frames and edges. It writes into a queue that the reader empties; it never waits and never grows. */
export interface Board {
  readonly info: BoardInfo;
  /** Puts every frame and every edge up to this time into the queue. @param untilUs the board's own clock, µs from its start */
  advance(untilUs: number, queue: FrameQueue): void;
}

/** A contact that changed. */
export interface Edge {
  tUs: number;
  contact: number;
  closed: boolean;
}

/** Edges that may wait. */
const MOST_EDGES = 4096;

/** Frames and edges in transit: fixed capacity, the newest win. Each frame carries the board's counter, so that losses are seen. */
export class FrameQueue {
  private readonly tUs: Float64Array;
  private readonly counter: Uint32Array;
  private readonly counts: Uint16Array;
  private readonly edges: Edge[] = [];
  private head = 0;
  private filled = 0;

  /** @param width counts a frame @param capacity frames */
  constructor(
    readonly width: number,
    readonly capacity: number,
  ) {
    this.tUs = new Float64Array(capacity);
    this.counter = new Uint32Array(capacity);
    this.counts = new Uint16Array(capacity * width);
  }

  get length(): number {
    return this.filled;
  }

  /** Adds a frame; on a full queue the oldest is overwritten; its counter will be missing. */
  push(tUs: number, counter: number, counts: ArrayLike<number>): void {
    const at = (this.head + this.filled) % this.capacity;
    this.tUs[at] = tUs;
    this.counter[at] = counter;
    for (let c = 0; c < this.width; c++) this.counts[at * this.width + c] = counts[c];
    if (this.filled < this.capacity) this.filled++;
    else this.head = (this.head + 1) % this.capacity;
  }

  /** Takes the oldest frame into `counts`. @returns its time and counter, or null when empty */
  shift(counts: Uint16Array): { tUs: number; counter: number } | null {
    if (this.filled === 0) return null;
    const at = this.head;
    this.head = (this.head + 1) % this.capacity;
    this.filled--;
    for (let c = 0; c < this.width; c++) counts[c] = this.counts[at * this.width + c];
    return { tUs: this.tUs[at], counter: this.counter[at] };
  }

  /** Adds an edge; they come in order of time. On a full queue the oldest is dropped. */
  pushEdge(edge: Edge): void {
    if (this.edges.length === MOST_EDGES) this.edges.shift();
    this.edges.push(edge);
  }

  /** Takes the oldest edge that is not later than a frame. @returns null where there is none */
  shiftEdge(untilUs: number): Edge | null {
    return this.edges.length > 0 && this.edges[0].tUs <= untilUs ? this.edges.shift()! : null;
  }
}
