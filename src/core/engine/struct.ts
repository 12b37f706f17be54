/**
 * Structs that stand once: what they are in TypeScript, where their fields lie, and the way from one to the other. Fields
 * are in order of size, so that no compiler puts a gap between them.
 */
export type Word = 'u8' | 'u16' | 'u32';
export type FieldType = Word | readonly [Word, number] | Struct<Fields> | readonly [Struct<Fields>, number];
export type Fields = { readonly [name: string]: FieldType };

/** A struct of the image or of the state. */
export interface Struct<F extends Fields> {
  /** In C, after `cheir_`. */
  name: string;
  /** One line, for the C header. */
  says: string;
  fields: F;
}

/** What a field of this type is in TypeScript: numbers, and objects or lists of them. */
type ValueOf<T> = T extends Word
  ? number
  : T extends Struct<infer F>
    ? { -readonly [K in keyof F]: ValueOf<F[K]> }
    : T extends readonly [infer E, infer N]
      ? N extends 2
        ? [ValueOf<E>, ValueOf<E>]
        : ValueOf<E>[]
      : never;
/** An object with the fields of a struct. */
export type Of<S> = ValueOf<S>;

export const struct = <const F extends Fields>(name: string, says: string, fields: F): Struct<F> => ({
  name,
  says,
  fields,
});

const BYTES: Record<Word, number> = { u8: 1, u16: 2, u32: 4 };
const isWord = (type: unknown): type is Word => typeof type === 'string';
const isList = (type: FieldType): type is readonly [Word | Struct<Fields>, number] => Array.isArray(type);

/** One scalar of a struct, where it lies. */
export interface Placed {
  /** As C reaches it: `side[1].scale.span`. */
  path: string;
  word: Word;
  offset: number;
}

/** The scalars of a struct in order. @throws RangeError where one is not aligned to its size: C would leave a gap */
export function placed(of: Struct<Fields>): Placed[] {
  const found: Placed[] = [];
  let offset = 0;
  const place = (type: FieldType, path: string): void => {
    if (isWord(type)) {
      if (offset % BYTES[type] !== 0)
        throw new RangeError(`placed: ${of.name}.${path} must be aligned to ${BYTES[type]} bytes`);
      found.push({ path, word: type, offset });
      offset += BYTES[type];
    } else if (isList(type)) {
      for (let i = 0; i < type[1]; i++) place(type[0], `${path}[${i}]`);
    } else
      for (const [name, inner] of Object.entries(type.fields))
        place(inner, path === '' ? name : `${path}.${name}`);
  };
  place(of, '');
  const widest = Math.max(...found.map((f) => BYTES[f.word]));
  if (offset % widest !== 0)
    throw new RangeError(`placed: ${of.name} must end on a multiple of ${widest} bytes`);
  return found;
}

/** Bytes of a struct. */
export const sizeOf = (of: Struct<Fields>): number => {
  const last = placed(of).at(-1)!;
  return last.offset + BYTES[last.word];
};

/** The scalars of an object with a struct's fields, in the struct's order. */
export function scalarsOf(type: FieldType, value: unknown): number[] {
  if (isWord(type)) return [value as number];
  if (isList(type)) return (value as unknown[]).flatMap((v) => scalarsOf(type[0], v));
  return Object.entries(type.fields).flatMap(([name, inner]) =>
    scalarsOf(inner, (value as Record<string, unknown>)[name]),
  );
}

/** An object with a struct's fields from its scalars. @param next gives them one by one, in the struct's order */
export function fromScalars(type: FieldType, next: () => number): unknown {
  if (isWord(type)) return next();
  if (isList(type)) return Array.from({ length: type[1] }, () => fromScalars(type[0], next));
  return Object.fromEntries(
    Object.entries(type.fields).map(([name, inner]) => [name, fromScalars(inner, next)]),
  );
}
