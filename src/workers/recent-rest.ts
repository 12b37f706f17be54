import { restStatistics, type RestStatistics } from '@/core/signal/rest';

const SECONDS = 4;
/** Every input is looked at so often. */
const EVERY_US = 500_000;

/** Rest as the last seconds say it: a ring of samples an input. Inputs are looked at in turn, so that none holds up the others. */
export class RecentRest {
  /** Input after input; in each the oldest sample is written over. */
  private readonly ring: Uint16Array<ArrayBuffer>;
  private readonly samples: number;
  /** The samples of one input in order of time. */
  private readonly ordered: Uint16Array<ArrayBuffer>;
  private at = 0;
  private filled = 0;
  private next = 0;
  private dueUs = EVERY_US;

  /** @param width inputs */
  constructor(
    private readonly width: number,
    private readonly rateHz: number,
  ) {
    this.samples = Math.round(SECONDS * rateHz);
    this.ring = new Uint16Array(width * this.samples);
    this.ordered = new Uint16Array(this.samples);
  }

  add(frame: Uint16Array): void {
    for (let c = 0; c < this.width; c++) this.ring[c * this.samples + this.at] = frame[c];
    this.at = this.at + 1 === this.samples ? 0 : this.at + 1;
    if (this.filled < this.samples) this.filled++;
  }

  /**
   * Looks at the inputs that are due; none while under a second is known.
   * @param tUs the board's clock, µs
   * @returns their statistics, null for one that is played: its spread is more than its noise explains
   */
  look(tUs: number): { column: number; stats: RestStatistics | null }[] {
    if (this.filled < this.rateHz) return [];
    const looked: { column: number; stats: RestStatistics | null }[] = [];
    // After a sleep, one round makes up for all that was missed.
    this.dueUs = Math.max(this.dueUs, tUs - EVERY_US);
    for (; this.dueUs <= tUs; this.dueUs += EVERY_US / this.width) {
      looked.push({ column: this.next, stats: this.statsOf(this.next) });
      this.next = (this.next + 1) % this.width;
    }
    return looked;
  }

  private statsOf(column: number): RestStatistics | null {
    const own = this.ring.subarray(column * this.samples, (column + 1) * this.samples);
    const oldest = this.filled < this.samples ? 0 : this.at;
    this.ordered.set(own.subarray(oldest, this.filled));
    this.ordered.set(own.subarray(0, oldest), this.filled - oldest);
    const stats = restStatistics(this.ordered.subarray(0, this.filled), this.rateHz);
    return stats.excursion < Math.max(8, 9 * stats.noise) ? stats : null;
  }
}
