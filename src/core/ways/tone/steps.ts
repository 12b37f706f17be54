import type { GuidedRun, GuideEvent, GuideStep, GuideView } from '../../guide/guide';

/** Seconds of tone from the lowest to the highest, with silence before and after. */
export const TONE_STEPS: GuideStep[] = [{ role: 'sweep', gestures: 6, seconds: null }];

/** Time to read the prompt; silence that is recorded before a tone counts, and after the last; what is longer than this between two closings is no tone, µs. */
const READS_US = 1_200_000;
const QUIET_US = 500_000;
const TAIL_US = 1_000_000;
const GAP_US = 30_000;

/** A hands-free run of a tone: it counts the seconds that sound, and ends in silence. */
export class ToneGuide implements GuidedRun {
  private beganUs: number | null = null;
  private recording = false;
  private over = false;
  private lastUs = -Infinity;
  private soundedUs = 0;

  constructor(private readonly steps: readonly GuideStep[]) {}

  feed(tUs: number): GuideEvent[] {
    if (this.over) return [];
    this.beganUs ??= tUs;
    const { role, gestures } = this.steps[0];
    if (!this.recording) {
      if (tUs - this.beganUs < READS_US) return [];
      this.recording = true;
      this.beganUs = tUs;
      return [{ is: 'take-begins', role }];
    }
    if (this.soundedUs < gestures! * 1e6 || tUs - this.lastUs < TAIL_US) return [];
    this.over = true;
    return [{ is: 'take-ends', role }, { is: 'finished' }];
  }

  edge(tUs: number, _lane: number, closed: boolean): GuideEvent[] {
    if (!this.recording || !closed || tUs - this.beganUs! < QUIET_US) return [];
    const passed = tUs - this.lastUs;
    if (passed < GAP_US) this.soundedUs += passed;
    this.lastUs = tUs;
    return [];
  }

  view(): GuideView {
    const { role, gestures } = this.steps[0];
    const done = Math.min(gestures!, Math.floor(this.soundedUs / 1e6));
    return { step: 0, role, done, wanted: gestures!, peaks: [], lanes: null, rest: null, complaint: null };
  }
}
