import { PIECE_US, type FromLive, type TakeLabel } from './live-protocol';

/** Frames and edges of a piece at most: a board's time may stand still. */
const MOST_FRAMES = 10_000;
const MOST_EDGES = 10_000;

/** Records some columns of the frames, and some contacts, as a take, and tells it in pieces, to be kept as they come. */
export class TakeRecorder {
  private take: { id: string; startUs: number; n: number; contacts: string[]; marks: number[] } | null = null;
  private tUs: number[] = [];
  private counts: number[] = [];
  private edges: { tUs: number; contact: number; closed: number }[] = [];
  private begun = 0;

  /** @param stem what the takes' ids end in, the same for one session and for no other */
  constructor(
    private readonly tell: (message: FromLive) => void,
    private readonly stem: string,
    /** From frame to frame, µs: so long after its last frame a take goes on. */
    private readonly periodUs = 1000,
  ) {}

  begin({ id: stem, resumes, ...label }: TakeLabel, nowUs: number): void {
    const marks: number[] = [];
    if (resumes) {
      const startUs = nowUs - resumes.endUs - this.periodUs;
      this.take = { id: resumes.take, startUs, n: resumes.pieces, contacts: label.contacts, marks };
      return;
    }
    const id = `${stem}-${this.stem}-${this.begun++}`;
    this.take = { id, startUs: nowUs, n: 0, contacts: label.contacts, marks };
    this.tell({ is: 'take-begins', take: id, ...label });
  }

  /** Takes a frame, where a take is going on. @param counts one for each of its channels */
  frame(tUs: number, counts: ArrayLike<number>): void {
    if (!this.take) return;
    this.tUs.push(tUs - this.take.startUs);
    for (let c = 0; c < counts.length; c++) this.counts.push(counts[c]);
    const full = this.tUs.length >= MOST_FRAMES || this.edges.length >= MOST_EDGES;
    if (full || this.tUs[this.tUs.length - 1] - this.tUs[0] >= PIECE_US) this.flush();
  }

  /** Takes an edge, where a take is going on. @param contact of its contacts, from 0 */
  edge(tUs: number, contact: number, closed: boolean): void {
    if (this.take) this.edges.push({ tUs: tUs - this.take.startUs, contact, closed: closed ? 1 : 0 });
  }

  /** Marks a moment, where a take is going on. */
  mark(tUs: number): void {
    this.take?.marks.push(tUs - this.take.startUs);
  }

  /** How long the take has gone on, µs; null where none does. */
  lengthUs(nowUs: number): number | null {
    return this.take ? nowUs - this.take.startUs : null;
  }

  /** @param nowUs the last frame's time, µs */
  end(nowUs: number): void {
    this.flush();
    if (this.take) {
      const { id, n, marks, startUs } = this.take;
      this.tell({ is: 'take-ends', take: id, pieces: n, marks, seconds: (nowUs - startUs) / 1e6 });
    }
    this.take = null;
  }

  /** Stops the take before its end, where one is going on. @param done gestures in it of each lane */
  stop(done: number[]): void {
    this.flush();
    if (this.take) this.tell({ is: 'take-stopped', take: this.take.id, done });
    this.take = null;
  }

  /** Gives the take up, where one is going on. */
  drop(): void {
    if (this.take) this.tell({ is: 'take-dropped', take: this.take.id });
    this.take = null;
    this.forget();
  }

  private flush(): void {
    const { take } = this;
    if (!take || this.tUs.length === 0) return;
    const { edges } = this;
    this.tell({
      is: 'take-piece',
      take: take.id,
      n: take.n++,
      tUs: Float64Array.from(this.tUs),
      counts: Uint16Array.from(this.counts),
      ...(take.contacts.length > 0
        ? {
            edges: {
              contacts: take.contacts,
              tUs: Float64Array.from(edges, (e) => e.tUs),
              contact: Uint16Array.from(edges, (e) => e.contact),
              closed: Uint8Array.from(edges, (e) => e.closed),
            },
          }
        : {}),
    });
    this.forget();
  }

  private forget(): void {
    this.tUs = [];
    this.counts = [];
    this.edges = [];
  }
}
