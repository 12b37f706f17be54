/** Time after which what was refused is tried again, ms. */
const RETRY_MS = 2000;

/** Work that may wait; a piece of a take is half a second of it. */
const MOST_WAITING = 2400;

/** Storage work in the order in which it came. What is refused is tried again, and what came after it waits, so that nothing is left out. */
export class StorageQueue {
  private readonly waiting: (() => Promise<unknown>)[] = [];
  private running: Promise<void> | null = null;
  private retry: ReturnType<typeof setTimeout> | null = null;

  /** @param tell the refusal that holds the queue up; null once all is kept */
  constructor(private readonly tell: (error: unknown) => void) {}

  /** @returns false where too much waits already: then the work is not done, and never will be */
  add(work: () => Promise<unknown>): boolean {
    if (this.waiting.length >= MOST_WAITING) return false;
    this.waiting.push(work);
    if (!this.retry) void this.run();
    return true;
  }

  /** Does what waits, until it is done or refused; on closing, one last time. */
  run(): Promise<void> {
    if (this.retry) clearTimeout(this.retry);
    this.retry = null;
    this.running ??= this.empty().finally(() => (this.running = null));
    return this.running;
  }

  private async empty(): Promise<void> {
    while (this.waiting.length > 0) {
      try {
        await this.waiting[0]();
      } catch (error) {
        this.tell(error);
        this.retry = setTimeout(() => void this.run(), RETRY_MS);
        return;
      }
      this.waiting.shift();
    }
    this.tell(null);
  }

  /** Tries once more, and then no more. */
  async close(): Promise<void> {
    await this.running;
    await this.run();
    if (this.retry) clearTimeout(this.retry);
    this.retry = null;
  }
}
