/** A board's µs have 32 bits. */
const TURN_US = 2 ** 32;
/** A reading that lies further back than this does not follow; one that lies less far back is at the same time. */
const BACK_US = 10_000;
/** Nor does one that lies further ahead: makers' boards send at 20 Hz and more. */
const AHEAD_US = 10e6;

/**
 * The board's time as time here, µs. It goes on where the board's wraps (32 bits) or begins anew, and never goes back. Which
 * readings are to be believed is for whoever reads the line: see {@link LineClock.follows}.
 */
export class LineClock {
  /** Times that the board's clock began anew. */
  restarts = 0;
  private board: number | null = null;
  private here = 0;

  /** Whether a reading can come after another one of the same clock. @param after that one; the last that was taken unless said */
  follows(boardUs: number, after = this.board): boolean {
    if (after === null) return true;
    const passed = passedUs(after, boardUs);
    return passed >= -BACK_US && passed <= AHEAD_US;
  }

  /** Takes a reading that follows. @param nowUs time here, where the first one is put @returns its time here, whole µs */
  take(boardUs: number, nowUs: number): number {
    if (this.board === null) this.here = nowUs;
    const passed = this.board === null ? 0 : passedUs(this.board, boardUs);
    if (this.board === null || passed > 0) this.board = boardUs;
    this.here += Math.max(0, passed);
    return Math.round(this.here);
  }

  /** Takes the first reading of a clock that began anew: what passed meanwhile is told by the time here. */
  restart(boardUs: number, nowUs: number): number {
    this.restarts++;
    this.board = boardUs;
    this.here = Math.max(this.here, nowUs);
    return Math.round(this.here);
  }
}

function passedUs(from: number, to: number): number {
  const passed = to - from;
  return passed < -TURN_US / 2 ? passed + TURN_US : passed;
}
