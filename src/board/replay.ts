import type { Frames } from '@/core/signal/take';
import type { Board, BoardInfo, FrameQueue } from './board';

/** A recorded take played again, once, at its own pace; afterwards it stays silent. */
export class ReplayBoard implements Board {
  readonly info: BoardInfo;
  private next = 0;

  constructor(
    private readonly frames: Frames,
    bits: number,
    rateHz: number,
  ) {
    this.info = { name: 'Take played again', channels: frames.channels, bits, rateHz };
  }

  get done(): boolean {
    return this.next >= this.frames.tUs.length;
  }

  advance(untilUs: number, queue: FrameQueue): void {
    const { tUs, counts, channels } = this.frames;
    const width = channels.length;
    for (; !this.done && tUs[this.next] - tUs[0] <= untilUs; this.next++)
      queue.push(
        tUs[this.next] - tUs[0],
        this.next,
        counts.subarray(this.next * width, (this.next + 1) * width),
      );
  }
}
