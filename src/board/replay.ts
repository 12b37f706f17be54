import { firstFrom } from '@/core/signal/overview';
import type { Piece } from '@/core/signal/pieces';
import type { Board, BoardInfo, Edge, FrameQueue } from './board';

/** How a replay stands. */
export interface ReplayState {
  /** Time of the recording that is reached, and its end, µs. */
  atUs: number;
  endUs: number;
  /** Times as fast as it was played; 0 while it stands. */
  speed: number;
  /** Columns of the instrument that the recording has. */
  columns: number;
}

/** `speed` 1 is as it was played, 0 stands; a step is one frame; `to` leaps to a time of the recording, µs. */
export type ReplayCommand = { is: 'speed'; speed: number } | { is: 'step' } | { is: 'to'; us: number };

/** Frames that are given at once; more would overrun the reader's queue. */
const MOST_AT_ONCE = 2000;

/**
 * A recording as a board: at any speed, standing, stepping, leaping. Frames keep the spacing that they were recorded with, so that
 * what reads them judges as it did then, and time here never goes back. A column that the recording lacks lies at rest.
 */
export class ReplayBoard implements Board {
  readonly info: BoardInfo;
  /** Column of the recording that each column of the instrument is; −1 for none. */
  private places: number[] = [];
  private width = 0;
  private readonly pieces: Piece[] = [];
  private readonly edges: Edge[] = [];
  /** The piece, the frame in it and the edge that come next. */
  private next = { piece: 0, frame: 0, edge: 0 };
  private atUs = 0;
  private endUs = 0;
  /** How the contacts are where it leapt to, given with the next frame. */
  private leapt: Edge[] = [];
  private complete = false;
  private speed = 1;
  private steps = 0;
  /** Time on this side when it was last asked, µs. */
  private askedUs = 0;
  /** What the board's times are ahead of the recording's, and the board's last one, µs. */
  private aheadUs = 0;
  private lastUs = 0;
  private counter = 0;
  private readonly frame: Uint16Array;
  private readonly closed: boolean[];

  /** @param rest count of each column where nothing is played */
  constructor(columns: string[], contacts: string[], rateHz: number, rest: readonly number[]) {
    this.info = { name: 'Recording', columns, contacts, rateHz };
    this.frame = Uint16Array.from(rest);
    this.closed = contacts.map(() => false);
  }

  get state(): ReplayState {
    const { atUs, endUs, speed } = this;
    return { atUs, endUs, speed, columns: this.places.filter((p) => p >= 0).length };
  }

  /** @param endUs where it will end, as far as that is known before its frames are here */
  begin(channels: string[], endUs: number): void {
    this.width = channels.length;
    this.places = this.info.columns.map((c) => channels.indexOf(c));
    this.endUs = endUs;
  }

  /** Takes the next pieces of the recording, in order. @param complete there are no more */
  load(pieces: readonly Piece[], complete: boolean): void {
    this.pieces.push(...pieces.filter((p) => p.tUs.length > 0));
    for (const { edges } of pieces)
      edges?.tUs.forEach((tUs, i) => {
        const contact = this.info.contacts.indexOf(edges.contacts[edges.contact[i]]);
        if (contact >= 0) this.edges.push({ tUs, contact, closed: edges.closed[i] === 1 });
      });
    this.complete = complete;
    if (complete) this.endUs = this.loadedUs;
  }

  command(command: ReplayCommand): void {
    switch (command.is) {
      case 'speed':
        if (command.speed > 0 && this.atUs >= this.endUs) this.leap(0);
        this.speed = command.speed;
        return;
      case 'step':
        this.speed = 0;
        this.steps++;
        return;
      case 'to':
        return this.leap(Math.max(0, Math.min(this.loadedUs, command.us)));
    }
  }

  advance(untilUs: number, queue: FrameQueue): void {
    const passedUs = untilUs - this.askedUs;
    this.askedUs = untilUs;
    const toUs = this.steps > 0 ? (this.nextUs ?? this.atUs) : this.atUs + passedUs * this.speed;
    if (this.steps > 0) this.steps--;
    for (let n = 0; n < MOST_AT_ONCE && this.nextUs !== null && this.nextUs <= toUs; n++) this.give(queue);
    // Time waits for frames that are not here yet, or are too many at once.
    this.atUs = Math.min(toUs, this.nextUs ?? this.loadedUs);
    if (this.complete && this.nextUs === null) this.speed = 0;
  }

  /** Time of the next frame, µs; null where none is here. */
  private get nextUs(): number | null {
    const { piece, frame } = this.next;
    return piece < this.pieces.length ? this.pieces[piece].tUs[frame] : null;
  }

  private get loadedUs(): number {
    return this.pieces.at(-1)?.tUs.at(-1) ?? 0;
  }

  private give(queue: FrameQueue): void {
    const { next, places, width } = this;
    const { tUs, counts } = this.pieces[next.piece];
    const t = tUs[next.frame];
    for (const edge of this.leapt.splice(0)) this.giveEdge(edge, queue);
    for (; next.edge < this.edges.length && this.edges[next.edge].tUs <= t; next.edge++)
      this.giveEdge(this.edges[next.edge], queue);
    places.forEach((place, c) => {
      if (place >= 0) this.frame[c] = counts[next.frame * width + place];
    });
    this.lastUs = t + this.aheadUs;
    queue.push(this.lastUs, this.counter++, this.frame);
    if (++next.frame === tUs.length) this.next = { piece: next.piece + 1, frame: 0, edge: next.edge };
  }

  private giveEdge({ tUs, contact, closed }: Edge, queue: FrameQueue): void {
    if (this.closed[contact] === closed) return;
    this.closed[contact] = closed;
    queue.pushEdge({ tUs: Math.max(this.lastUs, tUs + this.aheadUs), contact, closed });
  }

  /** Goes on from another time of the recording, with its contacts as they were then. */
  private leap(toUs: number): void {
    const piece = this.pieces.findIndex((p) => p.tUs[p.tUs.length - 1] >= toUs);
    if (piece < 0) return;
    const before = this.edges.filter((e) => e.tUs < toUs);
    this.leapt = this.info.contacts.map((_, contact) => {
      const last = before.findLast((e) => e.contact === contact);
      return { tUs: toUs, contact, closed: last?.closed ?? false };
    });
    this.next = { piece, frame: firstFrom(this.pieces[piece].tUs, toUs), edge: before.length };
    this.atUs = toUs;
    this.aheadUs = this.lastUs + 1e6 / this.info.rateHz - toUs;
  }
}
