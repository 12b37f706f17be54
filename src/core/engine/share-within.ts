import { ONE } from '../shape/table';
import { highestBit, inverse } from './reciprocal';
import { shareOf } from './scale';

/** Written anew by each share: nothing is allocated while it plays. */
const scale = { span: 0, factor: 0, mul: 0 };

/** x / of as Q15, at most 0.04 % off. @param x 0 … of @param of 1 … 32768 */
export function shareWithin(x: number, of: number): number {
  const shift = highestBit(of);
  scale.span = of;
  scale.factor = 1 << shift;
  scale.mul = inverse(of << shift);
  return Math.min(ONE, shareOf(scale, x));
}
