import { partNames, PARTS, type Image, type PartName } from '../../engine/layout';
import { scalarsOf } from '../../engine/struct';
import { LISTS, settingsOf } from './settings-room';

/** What of two images of the same structure has other settings: records of each part, tables and stairs. */
export function otherSettings(a: Image, b: Image): Partial<Record<PartName | 'tables' | 'stairs', number>> {
  const differ = partNames().map((part) => {
    const own = settingsOf(part);
    const of = (row: unknown) => {
      const scalars = scalarsOf(PARTS[part].of, row);
      return own.map(({ index }) => scalars[index]).join();
    };
    return [part, a[part].filter((row, i) => of(row) !== of(b[part][i])).length] as const;
  });
  const lists = LISTS.map((list) => [list, a[list].join() === b[list].join() ? 0 : 1] as const);
  return Object.fromEntries([...differ, ...lists].filter(([, n]) => n > 0));
}
