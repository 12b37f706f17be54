import type { ValidationError } from 'class-validator';
import type { Fault } from '../result';

/** class-validator's tree of errors as a list of faults, each with its dotted path and one sentence. */
export function flattenErrors(errors: readonly ValidationError[], parent = ''): Fault[] {
  return errors.flatMap((error) => {
    const path = parent === '' ? error.property : `${parent}.${error.property}`;
    const own = Object.values(error.constraints ?? {}).slice(0, 1);
    return [...own.map((says) => ({ path, says })), ...flattenErrors(error.children ?? [], path)];
  });
}
