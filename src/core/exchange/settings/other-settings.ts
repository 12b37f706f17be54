import { partNames, PARTS, type Image, type PartName } from '../../engine/layout';
import { scalarsOf } from '../../engine/struct';
import { LISTS, settingsOf } from './settings-room';

/** A setting that two images of the same structure have otherwise. */
export interface OtherSetting {
  part: PartName | 'tables' | 'stairs';
  /** Place of its record in the part, from 0, and the path of its field; of tables and stairs the place of the first entry that differs, and none. */
  record: number;
  field: string | null;
  a: number;
  b: number;
}

/** What two images of the same structure have otherwise, field by field, in the layout's order. */
export function otherSettings(a: Image, b: Image): OtherSetting[] {
  const fields = partNames().flatMap((part) =>
    a[part].flatMap((row, record) => {
      const [one, other] = [row, b[part][record]].map((own) => scalarsOf(PARTS[part].of, own));
      return settingsOf(part).flatMap(({ index, path }): OtherSetting[] =>
        one[index] === other[index] ? [] : [{ part, record, field: path, a: one[index], b: other[index] }],
      );
    }),
  );
  const lists = LISTS.flatMap((part): OtherSetting[] => {
    const longest = Math.max(a[part].length, b[part].length);
    const record = Array.from({ length: longest }, (_, i) => i).find((i) => a[part][i] !== b[part][i]);
    if (record === undefined) return [];
    return [{ part, record, field: null, a: a[part][record] ?? 0, b: b[part][record] ?? 0 }];
  });
  return [...fields, ...lists];
}
