/** What a document is before it is checked. */
export type Plain = Record<string, unknown>;

export const isPlain = (value: unknown): value is Plain =>
  typeof value === 'object' && value !== null && !Array.isArray(value);

/** A list with its objects changed; what is no list, or no object, stays for the check to name. */
export const each = (list: unknown, change: (item: Plain) => Plain): unknown =>
  Array.isArray(list) ? list.map((item) => (isPlain(item) ? change(item) : item)) : list;
