import { restStatistics, type RestStatistics } from '@/core/signal/rest';

const SECONDS = 4;
const EVERY_US = 500_000;

/** Rest as the last seconds say it, of every input: a ring of frames, looked at twice a second. */
export class RecentRest {
  /** Frame after frame; the oldest is written over. */
  private readonly ring: Uint16Array<ArrayBuffer>;
  private readonly frames: number;
  private at = 0;
  private filled = 0;
  private dueUs = EVERY_US;

  /** @param width counts in a frame */
  constructor(
    private readonly width: number,
    private readonly rateHz: number,
  ) {
    this.frames = Math.round(SECONDS * rateHz);
    this.ring = new Uint16Array(width * this.frames);
  }

  add(frame: Uint16Array): void {
    this.ring.set(frame, this.at * this.width);
    this.at = (this.at + 1) % this.frames;
    this.filled = Math.min(this.filled + 1, this.frames);
  }

  /**
   * @param tUs the board's clock, µs
   * @returns statistics of each input, null for one that is played: its spread is more than its noise explains; null
   *   for all while they are not due, or under a second is known
   */
  now(tUs: number): (RestStatistics | null)[] | null {
    if (tUs < this.dueUs || this.filled < this.rateHz) return null;
    this.dueUs = tUs + EVERY_US;
    return Array.from({ length: this.width }, (_, c) => {
      const column = Uint16Array.from({ length: this.filled }, (_, i) => this.ring[i * this.width + c]);
      const stats = restStatistics(column, this.rateHz);
      return stats.excursion < Math.max(8, 9 * stats.noise) ? stats : null;
    });
  }
}
