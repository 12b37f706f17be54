import { ENGINE_STATE, IMAGE_PARTS, STATE_PARTS, type Image } from '../engine/layout';
import { sizeOf } from '../engine/struct';
import { PARTS, STATES } from './c-layout';
import { lengthOf } from './harness';

/** Bytes of an image in flash: its parts, its tables and its stairs. */
export const imageBytes = (image: Image): number =>
  PARTS.reduce((n, [name]) => n + image[name].length * sizeOf(IMAGE_PARTS[name]), 0) +
  2 * (image.tables.length + image.stairs.length);

/** Bytes of memory that it needs while it plays: its state, and room for what one frame sends. */
export const stateBytes = (image: Image): number =>
  STATES.reduce((n, [name]) => n + lengthOf(image, name) * sizeOf(STATE_PARTS[name]), 0) +
  sizeOf(ENGINE_STATE) +
  image.max_bytes;
