import type { Block } from '../blocks/block';
import type { Hearer } from './hearer';

/**
 * Who can hear a gate, by name; a listener of the image has the place in this list, and so has C (firmware/cheironom_blocks.h). The names
 * stand here, so that what compiles an image needs none of what plays it.
 */
const NAMES: string[] = [
  ...['note', 'choiceGate', 'choicePitch', 'glide', 'fingeringGate', 'finger'],
  ...['gatingGate', 'gatingJoined', 'gatingHeld', 'switched', 'hold', 'selector', 'selectorGuard'],
];

/** What hears, at the places of their names, once hearers.ts has made it known. */
const HEARERS: { of: Block['of']; hearer: Hearer }[] = [];

/** Makes known what of a block hears gates; names that are none of the product's come last. */
export function addHearers({ of, hears = {} }: Block): void {
  for (const [name, hearer] of Object.entries(hears)) {
    if (!NAMES.includes(name)) NAMES.push(name);
    HEARERS[NAMES.indexOf(name)] = { of, hearer };
  }
}

/** In order: name, and the part of the image without which there is none. */
export const hearers = (): readonly { name: string; of: Block['of'] }[] =>
  NAMES.map((name, i) => ({ name, of: HEARERS[i].of }));

/** What a listener's code stands for. */
export const hearerOf = (code: number): Hearer => HEARERS[code].hearer;

/** The code of a listener. @throws RangeError for what is not known */
export function hearerCode(name: string): number {
  const code = NAMES.indexOf(name);
  if (code < 0) throw new RangeError(`hearerCode: one of ${NAMES} is required, got ${name}`);
  return code;
}
