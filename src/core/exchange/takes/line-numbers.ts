/** Where the numbers of a line of text stand; written anew for each line, so that nothing is allocated. */
export interface LineNumbers {
  values: Float64Array;
  count: number;
  /** Names that stand before numbers, with `:` or `=`; empty where there are none. */
  names: string[];
}

export const MOST_NUMBERS = 300;

export const lineNumbers = (): LineNumbers => ({
  values: new Float64Array(MOST_NUMBERS),
  count: 0,
  names: [],
});

const [NINE, ZERO, POINT, MINUS, PLUS, COLON, EQUALS] = [57, 48, 46, 45, 43, 58, 61];
const isSeparator = (c: number): boolean => c === 44 || c === 59 || c === 9 || c === 32;
const isLetter = (c: number): boolean =>
  (c >= 65 && c <= 90) || (c >= 97 && c <= 122) || c === 95 || c === 0xb5;

/**
 * Reads a line of numbers parted by comma, tab, semicolon or space, each with a name and `:` or `=` before it or not, from the
 * bytes themselves.
 * @param from, to the line's bytes, without its end
 * @returns false for a line that is none: it holds something else, or more than {@link MOST_NUMBERS}
 */
export function readNumbers(bytes: Uint8Array, from: number, to: number, into: LineNumbers): boolean {
  into.count = 0;
  into.names.length = 0;
  let at = from;
  while (at < to) {
    const c = bytes[at];
    if (isSeparator(c)) {
      at++;
      continue;
    }
    if (isLetter(c)) {
      const end = endOfName(bytes, at, to);
      if (end < 0) return false;
      into.names.push(textOf(bytes, at, end));
      at = end + 1;
      continue;
    }
    at = readNumber(bytes, at, to, into);
    if (at < 0) return false;
  }
  return into.count > 0;
}

/** Where the `:` or `=` after a name stands; −1 where there is none. */
function endOfName(bytes: Uint8Array, from: number, to: number): number {
  let at = from;
  while (at < to && (isLetter(bytes[at]) || (bytes[at] >= ZERO && bytes[at] <= NINE) || bytes[at] === MINUS))
    at++;
  return at < to && (bytes[at] === COLON || bytes[at] === EQUALS) ? at : -1;
}

/** @returns where it ends, −1 for no number */
function readNumber(bytes: Uint8Array, from: number, to: number, into: LineNumbers): number {
  let at = from;
  const negative = bytes[at] === MINUS;
  if (negative || bytes[at] === PLUS) at++;
  let value = 0;
  let digits = 0;
  for (; at < to && bytes[at] >= ZERO && bytes[at] <= NINE; at++, digits++)
    value = value * 10 + bytes[at] - ZERO;
  if (at < to && bytes[at] === POINT) {
    let unit = 0.1;
    for (at++; at < to && bytes[at] >= ZERO && bytes[at] <= NINE; at++, unit /= 10, digits++)
      value += (bytes[at] - ZERO) * unit;
  }
  if (digits === 0 || into.count === MOST_NUMBERS || (at < to && !isSeparator(bytes[at]))) return -1;
  into.values[into.count++] = negative ? -value : value;
  return at;
}

/** A line's bytes as text, Latin-1. */
export function textOf(bytes: Uint8Array, from: number, to: number): string {
  let text = '';
  for (let i = from; i < to; i++) text += String.fromCharCode(bytes[i]);
  return text;
}
