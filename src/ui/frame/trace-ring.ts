import { COLUMN_US } from '@/workers/live-protocol';

/** Eight seconds of a channel as columns of lowest and highest counts; fixed size, overwritten as time goes. */
export class TraceRing {
  readonly size = Math.round(8_000_000 / COLUMN_US);
  readonly low = new Uint16Array(this.size);
  readonly high = new Uint16Array(this.size);
  /** Index of the next column to be written, and how many hold data. */
  at = 0;
  filled = 0;
  /** Columns since the beginning. */
  total = 0;

  push(low: number, high: number): void {
    this.low[this.at] = low;
    this.high[this.at] = high;
    this.at = (this.at + 1) % this.size;
    this.filled = Math.min(this.size, this.filled + 1);
    this.total++;
  }

  /** As it is now: it does not go on. */
  still(): TraceRing {
    const copy = new TraceRing();
    copy.low.set(this.low);
    copy.high.set(this.high);
    return Object.assign(copy, { at: this.at, filled: this.filled, total: this.total });
  }

  /** The middle of a column, counts. @param column from the oldest that there is room for, 0 @returns null where nothing has come */
  countAt(column: number): number | null {
    if (column < this.size - this.filled) return null;
    const i = (this.at + column) % this.size;
    return (this.low[i] + this.high[i]) / 2;
  }
}
