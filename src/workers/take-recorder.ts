import type { Role } from '@/core/signal/take';
import { PIECE_US, type FromLive } from './live-protocol';

/** Records one column of frames as a take and tells it in pieces, to be kept as they come. */
export class TakeRecorder {
  private take: { id: string; startUs: number; n: number } | null = null;
  private tUs: number[] = [];
  private counts: number[] = [];
  private begun = 0;

  /** @param stem what the takes' ids end in, the same for one session and for no other */
  constructor(
    private readonly tell: (message: FromLive) => void,
    private readonly stem: string,
  ) {}

  /** @param label whose take it is; `id` begins its own */
  begin(label: { id: string; sensor: string; role: Role; channel: string }, startUs: number): void {
    const { sensor, role, channel } = label;
    const id = `${label.id}-${this.stem}-${this.begun++}`;
    this.take = { id, startUs, n: 0 };
    this.tell({ is: 'take-begins', take: id, sensor, role, channel });
  }

  /** Takes a frame, where a take is going on. */
  frame(tUs: number, count: number): void {
    if (!this.take) return;
    this.tUs.push(tUs - this.take.startUs);
    this.counts.push(count);
    if (this.tUs[this.tUs.length - 1] - this.tUs[0] >= PIECE_US) this.flush();
  }

  end(): void {
    this.flush();
    if (this.take) this.tell({ is: 'take-ends', take: this.take.id, pieces: this.take.n });
    this.take = null;
  }

  /** Gives the take up, where one is going on. */
  drop(): void {
    if (this.take) this.tell({ is: 'take-dropped', take: this.take.id });
    this.take = null;
    this.tUs = [];
    this.counts = [];
  }

  private flush(): void {
    const { take } = this;
    if (!take || this.tUs.length === 0) return;
    const tUs = Float64Array.from(this.tUs);
    const counts = Uint16Array.from(this.counts);
    this.tell({ is: 'take-piece', take: take.id, n: take.n++, tUs, counts });
    this.tUs = [];
    this.counts = [];
  }
}
