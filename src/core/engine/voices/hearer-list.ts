import type { Block } from '../blocks/block';
import type { Hearer } from './hearer';

/** Who can hear a gate, by name; a listener of the image has the place in this list, and so has C (firmware/cheironom_blocks.h). */
const HEARERS: { name: string; of: Block['of']; hearer: Hearer }[] = [];

/** Makes known what of a block hears gates. */
export function addHearers({ of, hears = {} }: Block): void {
  for (const [name, hearer] of Object.entries(hears)) HEARERS.push({ name, of, hearer });
}

/** In order: name, and the part of the image without which there is none. */
export const hearers = (): readonly { name: string; of: Block['of'] }[] => HEARERS;

/** What a listener's code stands for. */
export const hearerOf = (code: number): Hearer => HEARERS[code].hearer;

/** The code of a listener. @throws RangeError for what is not known */
export function hearerCode(name: string): number {
  const code = HEARERS.findIndex((h) => h.name === name);
  if (code < 0)
    throw new RangeError(`hearerCode: one of ${HEARERS.map((h) => h.name)} is required, got ${name}`);
  return code;
}
