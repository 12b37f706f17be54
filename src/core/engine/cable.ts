/** A MIDI cable from an output to an input: one byte after the other, each as long as a byte takes, ten bits (MIDI 1.0 Detailed Specification, "Hardware": 320 µs). */
export class Cable {
  private readonly tUs: number[] = [];
  private readonly bytes: number[] = [];
  private at = 0;
  private freeUs = -Infinity;

  /** @param byteUs what a byte takes from now on, µs */
  constructor(public byteUs: number) {}

  /** Bytes leave, as soon as those before them have. @param tUs not before that of those before, µs */
  send(tUs: number, bytes: ArrayLike<number>): void {
    this.freeUs = Math.max(this.freeUs, tUs);
    for (let i = 0; i < bytes.length; i++) {
      this.freeUs += this.byteUs;
      this.tUs.push(this.freeUs);
      this.bytes.push(bytes[i]);
    }
  }

  /** When the next byte arrives, µs; Infinity where none is on its way. */
  nextUs(): number {
    return this.at < this.tUs.length ? this.tUs[this.at] : Infinity;
  }

  /** The next byte that has arrived; null where there is none. */
  take(): { tUs: number; byte: number } | null {
    if (this.at === this.tUs.length) return null;
    const next = { tUs: this.tUs[this.at], byte: this.bytes[this.at++] };
    if (this.at > KEPT && this.at * 2 > this.tUs.length) this.forget();
    return next;
  }

  private forget(): void {
    this.tUs.splice(0, this.at);
    this.bytes.splice(0, this.at);
    this.at = 0;
  }
}

/** Bytes that have arrived are forgotten now and then, so many at least. */
const KEPT = 1024;
