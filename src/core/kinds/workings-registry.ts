import { breathGaugeWorkings } from './breath-gauge/workings';
import { forcePadWorkings } from './force-pad/workings';
import { strikePadsWorkings } from './strike-pads/workings';
import { switchWorkings } from './switch/workings';
import { touchPadsWorkings } from './touch-pads/workings';
import type { Workings } from './workings';

const workings = new Map<string, Workings>([
  ['breath-gauge', breathGaugeWorkings],
  ['force-pad', forcePadWorkings],
  ['touch-pads', touchPadsWorkings],
  ['strike-pads', strikePadsWorkings],
  ['switch', switchWorkings],
]);

/** Makes the workings of a kind known. */
export const registerWorkings = (kind: string, own: Workings): void => void workings.set(kind, own);

/** The workings of a sensor's kind. @throws RangeError for one that has none */
export function workingsOf({ kind }: { kind: string }): Workings {
  const found = workings.get(kind);
  if (!found)
    throw new RangeError(`workingsOf: one of ${[...workings.keys()].join(', ')} is required, got ${kind}`);
  return found;
}
