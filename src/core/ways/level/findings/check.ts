import type { Role } from '../../../signal/take';
import type { Cure, Finding } from '../../../findings/finding';
import type { LevelEvidence } from '../report';

/** Looks at a level's takes for one thing; null where it isn't there. */
export type Check = (e: LevelEvidence) => Omit<Finding, 'sensor'> | null;

/** The cure that plays a take again. */
export const redo = (role: Role, says: string, cost: string): Cure => ({ says, cost, redo: role });
