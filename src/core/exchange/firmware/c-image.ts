import { partNames, PARTS, type Image } from '../../engine/layout';
import { fromScalars, type Fields, type FieldType, type Struct } from '../../engine/struct';

/** The lists of an image: name, struct and rows; the tables and stairs are words. */
export type Part = { name: string; type: FieldType; rows: readonly unknown[] };

/** In the order in which cheir_instrument (firmware/cheironom.h) has them. */
export const partsOf = (image: Image): Part[] => [
  ...partNames().map((name) => ({ name, type: PARTS[name].of, rows: image[name] })),
  { name: 'tables', type: 'u16', rows: image.tables },
  { name: 'stairs', type: 'u16', rows: image.stairs },
];

/** What a list of this type is made of, in C. */
export const cTypeOf = (type: FieldType): string =>
  typeof type === 'string' ? 'uint16_t' : `cheir_${(type as Struct<Fields>).name}`;

/** A value as a C initialiser, with every brace. */
export function initialiser(type: FieldType, value: unknown): string {
  if (typeof type === 'string') return String(value);
  if (Array.isArray(type)) {
    const [of] = type as readonly [FieldType, number];
    return `{${(value as unknown[]).map((v) => initialiser(of, v)).join(', ')}}`;
  }
  const fields = Object.entries((type as Struct<Fields>).fields);
  return `{${fields.map(([name, inner]) => initialiser(inner, (value as Record<string, unknown>)[name])).join(', ')}}`;
}

/** A list as the definition of a C array. C has no empty arrays: an empty one gets a single entry of zeros that nothing reads. */
export function arrayOf({ type, rows }: Part, declared: string): string {
  const perLine = typeof type === 'string' ? 12 : 1;
  const all = rows.length > 0 ? rows : [fromScalars(type, () => 0)];
  const written = all.map((row) => initialiser(type, row));
  const lines = Array.from({ length: Math.ceil(written.length / perLine) }, (_, i) =>
    written.slice(i * perLine, (i + 1) * perLine).join(', '),
  );
  return `${declared} = {\n    ${lines.join(',\n    ')},\n};`;
}

/** Entries of a list as C counts them. */
export const room = (n: number): number => Math.max(1, n);

/**
 * Reads a part back from the source that {@link arrayOf} wrote.
 * @param count rows that it has @throws RangeError where it is not there, or has too few numbers
 */
export function readArray(source: string, name: string, type: FieldType, count: number): unknown[] {
  const body = new RegExp(`cheir_image_${name}\\[\\d+\\](?: CHEIR_FLASH)? = \\{(.*?)\\n\\};`, 's').exec(
    source,
  )?.[1];
  if (body === undefined) throw new RangeError(`readArray: a list ${name} is required, none was found`);
  const numbers = (body.match(/\d+/g) ?? []).map(Number);
  let at = 0;
  return Array.from({ length: count }, () =>
    fromScalars(type, () => {
      if (at >= numbers.length)
        throw new RangeError(`readArray: ${count} rows of ${name} are required, it ends before`);
      return numbers[at++];
    }),
  );
}
