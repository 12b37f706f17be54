import { GLIDE_TABLE_BITS, isCoarse } from '../../engine/codes';
import { partNames, PARTS, type Image, type PartName } from '../../engine/layout';
import { SETTINGS_HEAD } from '../../engine/records';
import { placed, sizeOf, type Placed } from '../../engine/struct';
import { velocities } from '../../engine/voices/velocity';

/** How much settings are: what a dump of them has, and the most that it can have. */

/** Bytes before the settings themselves. */
export const HEAD_BYTES = sizeOf(SETTINGS_HEAD);

/** The scalars of a part's record that are settings, in the layout's order; `index` among all of its scalars. */
export const settingsOf = (part: PartName): (Placed & { index: number })[] =>
  placed(PARTS[part].of)
    .map((scalar, index) => ({ ...scalar, index }))
    .filter(({ path }) => PARTS[part].settings.includes(path.split(/[.[]/)[0]));

export const WORD_BYTES = { u8: 1, u16: 2, u32: 4 } as const;

/** Bytes of the settings of one record. */
export const settingsBytes = (part: PartName): number =>
  settingsOf(part).reduce((n, { word }) => n + WORD_BYTES[word], 0);

/** Lists of words that follow the parts. */
export const LISTS = ['tables', 'stairs'] as const;

/** Bytes of an image's settings without their head. */
export const bodyBytes = (image: Image): number =>
  partNames().reduce(
    (n, part) => n + image[part].length * settingsBytes(part),
    LISTS.reduce((n, list) => n + 2 + 2 * image[list].length, 0),
  );

/** Most bytes of a dump of an image whose curves may become any others. */
export const dumpRoom = (image: Image): number => {
  const { tables, stairs } = roomOf(image);
  return HEAD_BYTES + bodyBytes(image) + 2 * (tables - image.tables.length + stairs - image.stairs.length);
};

/** Entries of tables and stairs where all that can have one has its own; what answers alike on both sides of rest has room for one curve. */
export function roomOf(image: Image): { tables: number; stairs: number } {
  const coarse = image.controls.filter(({ kind }) => isCoarse(kind));
  const fine = image.controls.filter(({ kind }) => !isCoarse(kind));
  const notes = image.notes.filter(({ velocity }) => velocities()[velocity].hasTable).length;
  const strikes =
    tablesOfBanks(
      image.strike_banks,
      image.strikes.map(({ table }) => table),
    ) +
    tablesOfBanks(
      image.pair_banks,
      image.pairs.map(({ table }) => table),
    ) +
    tablesOfBanks(
      image.depth_banks,
      image.depths.map(({ answers }) => answers),
    );
  const places = image.ribbons.length + 2 * image.surfaces.length + image.depths.length;
  return {
    tables:
      (curves(fine.map(({ curve }) => curve)) +
        curves(image.joined.map(({ table }) => table)) +
        notes +
        strikes +
        places) *
        ((1 << image.table_bits) + 1) +
      image.glides.length * ((1 << GLIDE_TABLE_BITS) + 1) +
      image.tempos.reduce((n, { tempos }) => n + tempos, 0),
    stairs: 127 * curves(coarse.map(({ curve }) => curve)),
  };
}

/** One each, and one more where both sides of rest differ. */
const curves = (own: readonly (readonly [number, number])[]): number =>
  own.reduce((n, [above, below]) => n + (above === below ? 1 : 2), 0);

/** As many as a bank's lanes have now, and one at least: one a lane would cost more memory than small chips have. */
const tablesOfBanks = (
  banks: readonly { lane: number; lanes: number }[],
  tables: readonly number[],
): number =>
  banks.reduce((n, { lane, lanes }) => n + Math.max(1, new Set(tables.slice(lane, lane + lanes)).size), 0);
