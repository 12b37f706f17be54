/** A lane moved if it kept this far from its rest, σ, and this many counts. (Common practice, no source.) */
const LEAST_SIGMAS = 8;
const LEAST_COUNTS = 4;
/** Less than this is no touch but a disturbance, µs, where a way does not want more; a gap shorter than this does not end one. */
export const LEAST_US = 20_000;
const GAP_US = 30_000;
/** What goes less far than this share of the furthest touch is none: a hand near by, or another lane's crosstalk. */
export const TOUCH_SHARE = 0.5;

/** The distance from rest, counts, from which on a lane is touched at all. @param noise σ at rest, counts */
export const leastMoved = (noise: number): number => Math.max(LEAST_SIGMAS * noise, LEAST_COUNTS);

/** A stretch of frames in which a lane was touched. */
export interface Stretch {
  fromUs: number;
  toUs: number;
  /** Its first and its last frame, of those that were added. */
  first: number;
  last: number;
}

/** Frame by frame, the stretches in which a lane is touched: long enough, with the short gaps in them passed over. */
export class TouchStretches {
  private frame = 0;
  private stretch: Stretch | null = null;
  /** Whether it was touched in the frame before. */
  private touched = false;

  /** @param leastUs what is shorter is none */
  constructor(private readonly leastUs = LEAST_US) {}

  /** The one that lasts. */
  get current(): Readonly<Stretch> | null {
    return this.stretch;
  }

  /** @param tUs not earlier than the one before @returns the stretch that ended before this frame, if one did */
  add(tUs: number, touched: boolean): Stretch | null {
    // Where frames are far apart, or one was lost, two touched ones are still one touch.
    const goesOn = touched && this.touched;
    this.touched = touched;
    const ended = this.stretch && !goesOn && tUs - this.stretch.toUs > GAP_US ? this.end() : null;
    if (touched) {
      this.stretch ??= { fromUs: tUs, toUs: tUs, first: this.frame, last: this.frame };
      this.stretch.toUs = tUs;
      this.stretch.last = this.frame;
    }
    this.frame++;
    return ended;
  }

  /** Ends the stretch that lasts. @returns it, unless it was too short */
  end(): Stretch | null {
    const { stretch } = this;
    this.stretch = null;
    return stretch && stretch.toUs - stretch.fromUs >= this.leastUs ? stretch : null;
  }
}

/** The stretches of a take in which a lane is touched. @param touched whether it is, in a frame @param leastUs what is shorter is none */
export function stretchesOf(
  tUs: ArrayLike<number>,
  touched: (frame: number) => boolean,
  leastUs?: number,
): Stretch[] {
  const stretches = new TouchStretches(leastUs);
  const found: (Stretch | null)[] = [];
  for (let i = 0; i < tUs.length; i++) found.push(stretches.add(tUs[i], touched(i)));
  found.push(stretches.end());
  return found.filter((stretch) => stretch !== null);
}
