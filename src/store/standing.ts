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
 * What a sensor has of each role, of all of its lanes.
 * @param takes of one sensor, in any order
 * @returns one entry a role that was ever begun
 */
export function rolesOf(takes: readonly KeptTake[]): RoleTakes[] {
  const newestFirst = takes.filter((t) => t.lane === undefined).toSorted((a, b) => b.order - a.order);
  const roles = [...new Set(newestFirst.map((t) => t.role))];
  return roles.map((role) => {
    const own = newestFirst.filter((t) => t.role === role);
    const [stands = null, earlier = null] = own.filter((t) => t.whole);
    const [newest] = own;
    return { role, stands, earlier, cut: newest.whole ? null : newest };
  });
}

/** A take of a bank that was stopped before its end since the one that stands, and can be gone on with. @param lanes of its sensor */
export const stoppedOf = (takes: readonly KeptTake[], lanes: number): KeptTake | null =>
  rolesOf(takes)
    .flatMap(({ cut }) => cut ?? [])
    .find(({ done }) => done?.length === lanes) ?? null;

/** The takes that count, one a role, oldest first: of all lanes. @param takes of one sensor */
export const standingOf = (takes: readonly KeptTake[]): KeptTake[] =>
  rolesOf(takes)
    .flatMap(({ stands }) => stands ?? [])
    .sort((a, b) => a.order - b.order);

/** What a sensor is measured by: the takes that count, and those of each lane that was played again alone since. @param takes of one sensor */
export const measuredBy = (takes: readonly KeptTake[]): KeptTake[] =>
  standingOf(takes).flatMap((stands) => [stands, ...aloneSince(takes, stands)]);

/** The newest take of each lane that was played again alone since a take of all. */
function aloneSince(takes: readonly KeptTake[], { role, order }: KeptTake): KeptTake[] {
  const since = takes
    .filter((t) => t.lane !== undefined && t.whole && t.role === role && t.order > order)
    .toSorted((a, b) => b.order - a.order);
  return since.filter((t, i) => since.findIndex(({ lane }) => lane === t.lane) === i);
}
