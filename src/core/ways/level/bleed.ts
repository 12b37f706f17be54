import type { Gesture } from '../../calibrate/gesture-detector';
import type { PlayedLane } from './played-lane';
import type { Bleed } from './report';

/** What goes less far than this share of another lane's gesture, while that lasts, is its crosstalk. (Common practice, no source.) */
const BLEED_SHARE = 0.5;

/** A gesture, and how far from rest it went, counts. */
export interface Movement extends Pick<Gesture, 'fromUs' | 'toUs'> {
  distance: number;
}

/** Whether a lane moved because another one did, which went much further at that time. */
export const isBleed = (own: Movement, other: Movement): boolean =>
  other.fromUs <= own.toUs && other.toUs >= own.fromUs && own.distance < BLEED_SHARE * other.distance;

/** A lane of several whose own gestures are told from what it takes over from the others. */
export interface OwnLane {
  lane: PlayedLane;
  bleeds: Bleed[];
}

/** Tells the gestures of each lane from its neighbours' crosstalk; takes that were marked by hand stay as they are. */
export function withoutBleeds(lanes: readonly PlayedLane[]): OwnLane[] {
  return lanes.map((lane) => {
    const bleeds: Bleed[] = [];
    const played = lane.played.map((take) => {
      if (take.marks?.length) return take;
      const gestures = take.gestures.filter((gesture) => {
        const cause = lanes.find(
          (other) => other !== lane && bledFrom(other, take.id, movementOf(lane, gesture)),
        );
        if (cause) bleeds.push({ ...gesture, take: take.id, from: cause.job.lane });
        return !cause;
      });
      return { ...take, gestures };
    });
    return { lane: { ...lane, played }, bleeds };
  });
}

const movementOf = ({ stats }: PlayedLane, gesture: Gesture): Movement => ({
  ...gesture,
  distance: Math.abs(gesture.peak - stats.rest),
});

const bledFrom = (other: PlayedLane, take: string, own: Movement): boolean =>
  other.played.some(
    ({ id, gestures }) => id === take && gestures.some((g) => isBleed(own, movementOf(other, g))),
  );
