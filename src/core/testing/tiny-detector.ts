import { cure, wholeOf, type Detector } from '../listen/detectors';

/** The smallest detector there can be: a column whose lowest bit never changes was counted by fewer bits than its board has. */
export const evenCounts: Detector = ({ counts, moves }, listened) => {
  if (!moves || counts.some((count) => (count & 1) !== (counts[0] & 1))) return null;
  return {
    code: 'even-counts',
    severity: 'note',
    evidence: wholeOf(listened),
    says: 'Its lowest bit never changes.',
    causes: ['the sketch reads fewer bits than it tells, and doubles them'],
    cures: [cure('Set the converter to all its bits in the sketch', 'a line')],
  };
};
