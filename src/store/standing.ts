import type { Role } from '@/core/signal/take';
import type { KeptTake } from './database';

/** A sensor's takes of one role. */
export interface RoleTakes {
  role: Role;
  /** The newest whole one: it is the one that counts. */
  stands: KeptTake | null;
  /** The one that stood before it. */
  earlier: KeptTake | null;
  /** One that was cut off since, by a closed tab. */
  cut: KeptTake | null;
}

/**
 * What a sensor has of each role.
 * @param takes of one sensor, in any order
 * @returns one entry a role that was ever begun
 */
export function rolesOf(takes: readonly KeptTake[]): RoleTakes[] {
  const newestFirst = takes.toSorted((a, b) => b.order - a.order);
  const roles = [...new Set(newestFirst.map((t) => t.role))];
  return roles.map((role) => {
    const own = newestFirst.filter((t) => t.role === role);
    const [stands = null, earlier = null] = own.filter((t) => t.whole);
    const [newest] = own;
    return { role, stands, earlier, cut: newest.whole ? null : newest };
  });
}

/** The takes that count, one a role, oldest first. @param takes of one sensor */
export const standingOf = (takes: readonly KeptTake[]): KeptTake[] =>
  rolesOf(takes)
    .flatMap(({ stands }) => stands ?? [])
    .sort((a, b) => a.order - b.order);
