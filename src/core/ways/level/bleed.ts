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
  const moved = lanes.map(movementsOf);
  return lanes.map((lane, own) => {
    const bleeds: Bleed[] = [];
    const played = lane.played.map((take) => {
      if (take.marks?.length) return take;
      const movements = moved[own].get(take.id)!;
      const gestures = take.gestures.filter((gesture, i) => {
        const cause = moved.findIndex(
          (other, at) => at !== own && bledFrom(other.get(take.id) ?? [], movements[i]),
        );
        if (cause >= 0) bleeds.push({ ...gesture, take: take.id, from: lanes[cause].job.lane });
        return cause < 0;
      });
      return { ...take, gestures };
    });
    return { lane: { ...lane, played }, bleeds };
  });
}

/** Movements by take, in order of time as gestures are. */
const movementsOf = ({ played, stats }: PlayedLane): Map<string, Movement[]> =>
  new Map(
    played.map(({ id, gestures }) => [
      id,
      gestures.map((g) => ({ fromUs: g.fromUs, toUs: g.toUs, distance: Math.abs(g.peak - stats.rest) })),
    ]),
  );

/** Whether one of another lane's movements moved this one. @param others in order of time, none over another */
function bledFrom(others: readonly Movement[], own: Movement): boolean {
  let [low, high] = [0, others.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    if (others[middle].toUs < own.fromUs) low = middle + 1;
    else high = middle;
  }
  for (let i = low; i < others.length && others[i].fromUs <= own.toUs; i++)
    if (isBleed(own, others[i])) return true;
  return false;
}
