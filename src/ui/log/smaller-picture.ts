import { type Result, ok, refuse } from '@/core/result';
import type { KeptPicture } from '@/store/database';

/** The longer side of a picture that is kept, pixels; enough to read a label on a board. */
const LONGER_SIDE = 1600;
/** Largest file that is opened, bytes. */
export const LARGEST_PICTURE = 100 * 2 ** 20;
const QUALITY = 0.82;

/** A picture made small enough to be kept. @returns one sentence where it is none, or too large */
export async function smallerPicture(file: File, instrument: string): Promise<Result<KeptPicture>> {
  const no = (says: string) => refuse({ path: '', says: `${file.name} ${says} Nothing was added.` });
  if (file.size > LARGEST_PICTURE)
    return no(
      `has ${Math.round(file.size / 2 ** 20)} MB; up to ${LARGEST_PICTURE / 2 ** 20} MB can be opened.`,
    );
  const drawn = await createImageBitmap(file).catch(() => null);
  if (!drawn) return no('is no picture that this browser can open.');
  const share = Math.min(1, LONGER_SIDE / Math.max(drawn.width, drawn.height));
  const [width, height] = [drawn.width, drawn.height].map((side) => Math.max(1, Math.round(side * share)));
  const canvas = new OffscreenCanvas(width, height);
  const context = canvas.getContext('2d');
  if (!context) return no('cannot be made smaller: this browser has no room for it.');
  context.drawImage(drawn, 0, 0, width, height);
  drawn.close();
  const blob = await canvas.convertToBlob({ type: 'image/webp', quality: QUALITY });
  const bytes = new Uint8Array(await blob.arrayBuffer());
  return ok({ id: crypto.randomUUID(), instrument, type: blob.type, width, height, bytes });
}
