import { COLUMN_US } from '@/workers/live-protocol';

/** Columns of lowest and highest counts as a ring: `at` is written next, `filled` hold data; `total` tells that there are new ones. A column without data has low over high. */
export interface TraceData {
  size: number;
  low: ArrayLike<number>;
  high: ArrayLike<number>;
  at: number;
  filled: number;
  total: number;
}

/** Eight seconds of a channel as columns of lowest and highest counts, or of something else that fits its store; fixed size, overwritten as time goes. */
export class TraceRing implements TraceData {
  readonly size = Math.round(8_000_000 / COLUMN_US);
  readonly low: Uint16Array | Float32Array;
  readonly high: Uint16Array | Float32Array;
  /** Index of the next column to be written, and how many hold data. */
  at = 0;
  filled = 0;
  /** Columns since the beginning. */
  total = 0;

  /** @param store of counts, or of fractions */
  constructor(store: Uint16ArrayConstructor | Float32ArrayConstructor = Uint16Array) {
    this.low = new store(this.size);
    this.high = new store(this.size);
  }

  push(low: number, high: number): void {
    this.low[this.at] = low;
    this.high[this.at] = high;
    this.at = (this.at + 1) % this.size;
    this.filled = Math.min(this.size, this.filled + 1);
    this.total++;
  }
}
