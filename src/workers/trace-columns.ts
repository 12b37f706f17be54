import { COLUMN_US } from './live-protocol';

/** What the traces are drawn from: the lowest and highest count of each input in every {@link COLUMN_US}. */
export class TraceColumns {
  private readonly low: Uint16Array<ArrayBuffer>;
  private readonly high: Uint16Array<ArrayBuffer>;
  private done: number[] = [];
  private endUs = COLUMN_US;

  /** @param width counts in a frame */
  constructor(width: number) {
    this.low = new Uint16Array(width).fill(65535);
    this.high = new Uint16Array(width);
  }

  add(tUs: number, frame: Uint16Array): void {
    const { low, high } = this;
    if (tUs >= this.endUs) {
      for (let c = 0; c < frame.length; c++) this.done.push(low[c], high[c]);
      low.fill(65535);
      high.fill(0);
      this.endUs = (Math.floor(tUs / COLUMN_US) + 1) * COLUMN_US;
    }
    for (let c = 0; c < frame.length; c++) {
      if (frame[c] < low[c]) low[c] = frame[c];
      if (frame[c] > high[c]) high[c] = frame[c];
    }
  }

  /** The columns since the last call: low and high of each input, column after column. */
  take(): Uint16Array<ArrayBuffer> {
    const columns = Uint16Array.from(this.done);
    this.done = [];
    return columns;
  }
}
