import { quantile } from '@/core/signal/quantile';
import type { MidiEvent } from '@/core/midi/event';

/** How late what is played comes here, by the board's clock against the computer's. */
export interface Lateness {
  n: number;
  /** ms; half within, and 19 of 20. */
  p50: number;
  p95: number;
}

/** Messages that are looked back on. */
const MOST = 256;

/** Notes when messages come, against when their frames were. */
export class LatenessLog {
  private readonly ms: number[] = [];

  /** @param zeroMs when the board's clock was 0, and when they came, ms since 1970 */
  add(events: readonly MidiEvent[], zeroMs: number, nowMs: number): void {
    for (const { tUs } of events) this.ms.push(nowMs - zeroMs - tUs / 1000);
    if (this.ms.length > MOST) this.ms.splice(0, this.ms.length - MOST);
  }

  /** @returns null before anything was played */
  read(): Lateness | null {
    const { ms } = this;
    return ms.length === 0 ? null : { n: ms.length, p50: quantile(ms, 0.5), p95: quantile(ms, 0.95) };
  }
}
