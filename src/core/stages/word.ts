/** A word of the sentence that says what a voice does; what can be changed where it stands gives the changed part. */
export type Word<T> =
  | string
  | { is: 'strong' | 'aside'; says: string }
  | { is: 'number'; label: string; value: number; low: number; high: number; set(value: number): T }
  /** #rrggbb. */
  | { is: 'colour'; label: string; value: string; set(colour: string): T }
  | { is: 'note'; label: string; value: number; set(note: number): T }
  /** strong: it stands out, as what the sentence is of. */
  | {
      is: 'pick';
      label: string;
      value: string;
      options: Record<string, string>;
      strong?: boolean;
      set(option: string): T;
    };

/** A number that can be typed. */
export const numberWord = <T>(
  label: string,
  value: number,
  [low, high]: readonly [number, number],
  set: (value: number) => T,
): Word<T> => ({ is: 'number', label, value, low, high, set });

/** A choice among the members of a stage, as the maker reads it. */
export interface Offer<T> {
  /** Unlike every other offer of the stage. */
  key: string;
  says: string;
  makes: T;
}

/** The pick of one offer. @returns no word where there is nothing to choose */
export function pickOf<T>(label: string, key: string, offers: readonly Offer<T>[]): Word<T>[] {
  if (offers.length < 2) return [];
  const options = Object.fromEntries(offers.map((o) => [o.key, o.says]));
  return [{ is: 'pick', label, value: key, options, set: (k) => offers.find((o) => o.key === k)!.makes }];
}
