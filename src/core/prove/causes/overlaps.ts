import { MUCH_OVERLAP } from '../../calibrate/dynamics';
import type { Finding } from '../../findings/finding';
import type { Proved } from '../proved';

/** Dynamics whose velocities are hardly apart. */
export const overlapFindings = ({ velocities }: Pick<Proved, 'velocities'>): Finding[] =>
  (velocities?.overlaps ?? [])
    .filter(({ overlap }) => overlap > MUCH_OVERLAP)
    .map(({ softer, harder, overlap }) => ({
      ...{ code: 'dynamics-overlap', severity: 'doubt', sensor: '' },
      says: `${Math.round(100 * overlap)} % of ${softer} notes are no softer than ${harder} ones: they are hardly two dynamics.`,
      causes: ['the velocity window is too short', 'the curve is flat where you play'],
      cures: [{ says: 'Shape the curve from these takes', cost: 'Shape' }],
    }));
