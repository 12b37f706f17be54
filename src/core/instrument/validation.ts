import type { ValidationError } from 'class-validator';
import type { Fault } from '../result';

/** class-validator's tree of errors as a list of faults, each with its dotted path and one sentence. */
export function flattenErrors(errors: readonly ValidationError[], parent = ''): Fault[] {
  return errors.flatMap((error) => {
    // What a union does not know has no property of its own.
    const path = [parent, error.property].filter((p) => p).join('.');
    const own = Object.entries(error.constraints ?? {})
      .slice(0, 1)
      .map(([rule, says]) => (rule === 'unknownValue' ? UNKNOWN_MEMBER : says));
    return [...own.map((says) => ({ path, says })), ...flattenErrors(error.children ?? [], path)];
  });
}

/** A union's member that its property `is` does not name. */
const UNKNOWN_MEMBER = 'must say in its property "is" what it is, by one of the names in docs/formats.md';
