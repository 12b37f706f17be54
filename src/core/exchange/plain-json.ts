import type { Fault } from '../result';

/** Deepest nesting taken; an instrument needs five levels, and what reads it walks down by recursion. */
const DEEPEST = 32;

/** Names that every object has. As a field of a file they would hide what the readers rely on. */
const INHERITED = new Set(Object.getOwnPropertyNames(Object.prototype));

/**
 * What makes a parsed JSON value unfit for reading on: fields named as what every object has, and nesting without end.
 * @returns at most one fault, the first that is met
 */
export function plainFaults(value: unknown): Fault[] {
  const open: { value: unknown; path: string; depth: number }[] = [{ value, path: '', depth: 0 }];
  for (let at = open.pop(); at; at = open.pop()) {
    if (typeof at.value !== 'object' || at.value === null) continue;
    if (at.depth >= DEEPEST) return [{ path: at.path, says: `at most ${DEEPEST} levels can be nested` }];
    for (const [key, inner] of Object.entries(at.value)) {
      const path = at.path === '' ? key : `${at.path}.${key}`;
      if (INHERITED.has(key)) return [{ path, says: `a field cannot be named ${key}` }];
      open.push({ value: inner, path, depth: at.depth + 1 });
    }
  }
  return [];
}
