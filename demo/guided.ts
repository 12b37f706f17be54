import { FrameQueue } from '@/board/board';
import { PracticeBoard, USUAL_DISTURBANCE, type Disturbance } from '@/board/practice';
import { Guide, GUIDE_STEPS } from '@/core/calibrate/guide';
import type { Role, Take } from '@/core/signal/take';

/** Plays a whole guided run on a practice board, as fast as it goes, and gives its takes. */
export function guidedTakes(
  channel: string,
  seed: number,
  disturbance: Disturbance = USUAL_DISTURBANCE,
  bothSides = true,
): Take[] {
  const board = new PracticeBoard(channel, seed, undefined, disturbance, bothSides);
  const guide = new Guide(GUIDE_STEPS, board.info.rateHz);
  const queue = new FrameQueue(1, 64);
  const counts = new Uint16Array(1);
  const takes: Take[] = [];
  let times: number[] = [];
  let values: number[] = [];
  let recording: Role | null = null;
  board.player.ask('rest', 0);
  for (let untilUs = 0; untilUs < 600e6; untilUs += 10_000) {
    board.advance(untilUs, queue);
    for (let frame = queue.shift(counts); frame; frame = queue.shift(counts)) {
      for (const event of guide.feed(frame.tUs, counts[0])) {
        if (event.is === 'take-begins') {
          recording = event.role;
          times = [];
          values = [];
        } else if (event.is === 'take-dropped') recording = null;
        else if (event.is === 'take-ends') {
          takes.push({
            id: `${channel}-${event.role}`,
            role: event.role,
            channels: [channel],
            tUs: Float64Array.from(times, (t) => t - times[0]),
            counts: Uint16Array.from(values),
          });
          recording = null;
          board.player.ask(guide.view().role, frame.tUs);
        } else return takes;
      }
      if (recording) {
        times.push(frame.tUs);
        values.push(counts[0]);
      }
    }
  }
  throw new Error('guidedTakes: the run did not finish within ten minutes of playing');
}
