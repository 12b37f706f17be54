import type { ProofPicture } from '@/core/exchange/proof/proof-json';
import type { Count } from '@/core/prove/figures';
import { ERROR_NAMES, ERRORS, type ErrorKind } from '@/core/prove/errors';
import { counted } from '@/core/units/counted';

/** What is counted, each with its sentence. */
export const ERROR_WORDS: Record<ErrorKind, { name: string; says: string }> = {
  missed: { name: 'Missed', says: 'a gesture that no note answers' },
  phantom: { name: 'Phantom', says: 'a note that nobody played' },
  doubled: { name: 'Doubled', says: 'two onsets within 80 ms, without letting go' },
  stuck: { name: 'Stuck', says: 'a note that sounds on while the sensor is at rest' },
  passing: { name: 'Passing', says: 'a note that another follows within 50 ms' },
  wrong: { name: 'Wrong', says: 'another note, or another lane, than was meant' },
};

/** The head of the page: the worst that was counted, in one sentence. */
export function verdictWords({ counts, intended }: ProofPicture): string {
  const worst = ERRORS.filter((is) => counts[is].n > 0).sort((a, b) => counts[b].n - counts[a].n);
  if (intended === 0 && worst.length === 0) return 'Nothing was played, and nothing sounds.';
  if (worst.length === 0)
    return intended === 1 ? 'One gesture, answered.' : `All ${intended} gestures are answered.`;
  const [first] = worst;
  const { n, of } = counts[first];
  const more = worst.length > 1 ? ', and more' : '';
  if (first === 'missed') return `${n} of ${of} gestures ${n === 1 ? 'is' : 'are'} missed${more}.`;
  return `${counted(n, ERROR_NAMES[first])}${more}.`;
}

const percent = (share: number) => (share > 0 && share < 0.01 ? '< 1' : String(Math.round(100 * share)));

/** Between which shares the truth may lie; of what nothing is counted of, a minute. */
export function intervalWords({ n, of, interval: { low, high } }: Count): string {
  if (of === null)
    return n === 0 ? `up to ${high.toFixed(1)} a minute` : `${low.toFixed(1)} to ${high.toFixed(1)} a minute`;
  if (of === 0) return 'nothing to count of';
  return n === 0 ? `up to ${percent(high)} %` : `${percent(low)} to ${percent(high)} %`;
}

/** "10 of 20", or "3" where there is nothing that they are of. */
export const countWords = ({ n, of }: Count): string => (of === null ? String(n) : `${n} of ${of}`);
