import { applySettings } from './apply-settings';
import type { Engine } from './engine';
import { COUNTS, partNames, PARTS, type Image } from './layout';
import { endChannelOwed, silence } from './play';
import { startEngine } from './start';

/**
 * Changes the image of an engine that plays, between two frames. Of the same structure, only settings change, and nothing is
 * sent now: a level sends when its value has become another; a gate that is open stays so until its count leaves the
 * counts that have kept it open; notes that sound end as they began. Of another structure, what sounds ends, and the engine starts anew.
 * @returns bytes written to `e.out`
 */
export function changeEngine(e: Engine, next: Image): number {
  if (!sameStructure(e.image, next)) return restart(e, next);
  e.bytes = 0;
  applySettings(e, next);
  return 0;
}

function restart(e: Engine, next: Image): number {
  const ended = [...e.out.subarray(0, silence(e))];
  for (let n = endChannelOwed(e); n > 0; n = endChannelOwed(e)) ended.push(...e.out.subarray(0, n));
  const begun = startEngine(next);
  if (begun.out.length < ended.length) begun.out = new Uint8Array(ended.length);
  begun.out.set(ended);
  return Object.assign(e, begun, { bytes: ended.length }).bytes;
}

/** Whether two images differ in settings alone. */
export const sameStructure = (a: Image, b: Image): boolean => structureOf(a) === structureOf(b);

/** What two images of the same structure have in common, as text: all but their settings. */
export function structureOf({ table_bits, byte_us, ...image }: Image): string {
  const counts = Object.fromEntries(COUNTS.map((count) => [count, image[count]]));
  const parts = partNames().map((part) => {
    const { of, settings } = PARTS[part];
    const fixed = Object.keys(of.fields).filter((field) => !settings.includes(field));
    return (image[part] as object[]).map((row) =>
      fixed.map((field) => (row as Record<string, number>)[field]),
    );
  });
  return JSON.stringify({ table_bits, byte_us, ...counts, parts });
}
