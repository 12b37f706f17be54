/** Which units have something to do at which frame of a block; at one frame in the order of their numbers. */
export class Calendar {
  /** First unit of each frame, and the next one of the same frame; −1 for none. */
  private readonly head: Int32Array;
  private readonly link: Int32Array;

  constructor(frames: number, units: number) {
    this.head = new Int32Array(frames).fill(-1);
    this.link = new Int32Array(units).fill(-1);
  }

  /** Whether anything is to be done at a frame. */
  has(frame: number): boolean {
    return this.head[frame] >= 0;
  }

  /** Puts a unit down for a frame; it may stand for only one at a time. */
  put(unit: number, frame: number): void {
    const { head, link } = this;
    let before = -1;
    let at = head[frame];
    while (at >= 0 && at < unit) {
      before = at;
      at = link[at];
    }
    link[unit] = at;
    if (before < 0) head[frame] = unit;
    else link[before] = unit;
  }

  clear(): void {
    this.head.fill(-1);
  }

  /** Takes the first unit of a frame, −1 for none. */
  take(frame: number): number {
    const unit = this.head[frame];
    if (unit >= 0) this.head[frame] = this.link[unit];
    return unit;
  }
}
