import type { Finding } from '../../findings/finding';
import { counted } from '../../units/counted';
import type { Proved } from '../proved';

/** Stretches in which the board brought no frame, the longest shown. @param take its id, for evidence */
export function freezeFindings({ freezes }: Pick<Proved, 'freezes'>, take: string): Finding[] {
  const { n, longestMs, atUs } = freezes;
  if (atUs === null) return [];
  return [
    {
      ...{ code: 'freezes', severity: 'doubt', sensor: '' },
      evidence: { take, fromUs: atUs, toUs: atUs + 1000 * longestMs },
      says: `${counted(n, 'freeze')}: no frame for up to ${longestMs.toFixed(0)} ms. Whatever was played meanwhile is late, or lost.`,
      causes: [
        'the sketch waits for something: a print, a bus, lights',
        'the cable or the computer was busy',
      ],
      cures: [{ says: 'Let the sketch wait for nothing', cost: 'the one from Load does not' }],
    },
  ];
}
