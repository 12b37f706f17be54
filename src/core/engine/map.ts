import { NO_TABLE } from './codes';
import { ONE } from '../shape/table';
import type { Image } from './layout';
import type { LEVEL } from './records';
import { shareOf } from './scale';
import type { Of } from './struct';

/** Whether a table begins here, or none is meant. */
export const isTable = (
  { tables, table_bits }: Pick<Image, 'tables' | 'table_bits'>,
  table: number,
): boolean => table === NO_TABLE || table + (1 << table_bits) < tables.length;

/** A Q15 share through a table of the image, straight between its points. @param table its first entry, or {@link NO_TABLE} */
export function mapped({ tables, table_bits }: Image, table: number, share: number): number {
  if (table === NO_TABLE) return share;
  if (share >= ONE) return tables[table + (1 << table_bits)];
  const index = table + (share >> (15 - table_bits));
  const fraction = ((share << (table_bits + 1)) >> 8) & 0xff;
  const y = tables[index];
  return y + (((tables[index + 1] - y) * fraction + 128) >> 8);
}

/** The Q15 share of the way from dead zone to reach on a side. @param distance from rest, counts */
export function levelShare(level: Of<typeof LEVEL>, side: 0 | 1, distance: number): number {
  const { dead, scale } = level.side[side];
  return distance <= dead ? 0 : shareOf(scale, distance - dead);
}
