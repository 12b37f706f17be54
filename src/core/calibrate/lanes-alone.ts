import type { Lane } from '../instrument/sensor';
import { framesOf } from '../signal/frames';
import type { Take } from '../signal/take';

/**
 * Takes with each lane from where it was played last: one that was played again alone is left out of the takes of all, of the same
 * role. What it rests at stays that of the rest take of all.
 * @param takes those of all lanes, and those of one alone
 */
export function lanesAlone(lanes: readonly Lane[], takes: readonly Take[]): Take[] {
  const alone = takes.filter((t) => t.lane !== undefined && t.role !== 'rest');
  if (alone.length === 0) return takes.filter((t) => t.lane === undefined);
  return [
    ...takes
      .filter((t) => t.lane === undefined)
      .map((take) => {
        const again = alone.filter((t) => t.role === take.role).map((t) => t.lane);
        return again.length === 0
          ? take
          : onlyOf(
              take,
              lanes.filter(({ id }) => !again.includes(id)),
            );
      }),
    ...alone.map((take) =>
      onlyOf(
        take,
        lanes.filter(({ id }) => id === take.lane),
      ),
    ),
  ];
}

const onlyOf = (take: Take, lanes: readonly Lane[]): Take => ({
  ...take,
  edges: undefined,
  ...framesOf(
    take,
    lanes.flatMap((l) => l.column ?? []),
    lanes.flatMap((l) => l.contacts ?? []),
  ),
});
