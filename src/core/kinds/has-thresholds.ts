import type { Kind } from './kind';

/** Whether a kind's level is played in dynamics, so that thresholds are chosen from soft notes and noise; what is only brought to its ends has none. */
export const hasThresholds = ({ way, steps }: Kind): boolean =>
  way === 'level' && steps.some(({ role }) => role === 'soft');
