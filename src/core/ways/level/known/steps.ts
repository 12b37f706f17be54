import type { GuideStep } from '../../../guide/guide';

/** The known weights that a guided take asks for, g: a millilitre of water is a gram. Up and down again, so that both ways are compared. */
export const GUIDED_WEIGHTS = [20, 50, 100, 200, 500, 200, 100, 50, 20] as const;

/** And the known pressures, kPa: 10.2 cm of water are one. */
export const GUIDED_PRESSURES = [0.5, 1, 2, 1, 0.5] as const;

/** A take of them, by itself. */
export const stepOf = (known: 'weights' | 'pressures'): GuideStep => ({
  role: 'weights',
  gestures: (known === 'weights' ? GUIDED_WEIGHTS : GUIDED_PRESSURES).length,
  seconds: null,
});
