import type { Calibration } from './calibration';
import type { Sensor } from './sensor';

/** Earlier calibrations that a sensor keeps, as its class has it. */
const MOST_EARLIER = 5;

/** What a sensor keeps of earlier calibrations once it has another one; one of the same values takes the place of its like. */
export function earlierOf(
  { calibration, earlier = [] }: Sensor,
  next: Calibration,
): Calibration[] | undefined {
  const same = (c: Calibration) => valuesOf(c) === valuesOf(next);
  const all = (calibration ? [calibration, ...earlier] : earlier).filter((c) => !same(c));
  return all.length > 0 ? all.slice(0, MOST_EARLIER) : undefined;
}

/** Its values as text: neither when nor how they were come to. */
const valuesOf = ({
  measuredAt: _at,
  method: _how,
  takes: _from,
  typed: _by,
  ...values
}: Calibration): string => JSON.stringify(values);
