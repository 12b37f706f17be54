import { curveOf, type CurveFamilyId, type CurveParameters } from './families';

/** Full scale of a table entry: Q15, so that 1.0 is exact in 16 bits. */
export const ONE = 32768;

/** The board's table of a response. */
export const tableOf = (
  response: CurveParameters & { family: CurveFamilyId },
  tableBits: number,
): Uint16Array<ArrayBuffer> => tableOfCurve(curveOf(response), tableBits);

/**
 * The board's table of a curve within 0 … 1 that never falls: 2^tableBits + 1 entries, evenly spaced in x, each round-half-up of 32768·y.
 */
export function tableOfCurve(curve: (x: number) => number, tableBits: number): Uint16Array<ArrayBuffer> {
  const last = 2 ** tableBits;
  return Uint16Array.from({ length: last + 1 }, (_, i) => Math.floor(curve(i / last) * ONE + 0.5));
}

/** How far the board's straight lines between entries stray from the curve, and where. */
export interface TableError {
  /** Largest difference, in steps of a 7-bit output. */
  steps: number;
  /** Where along x (0 … 1) it is. */
  at: number;
}

/** Points enough, as a power of two, for a table that strays by half a step at most; the most that there are where none does. */
export function enoughBits(response: CurveParameters & { family: CurveFamilyId }): number {
  const fits = [4, 5, 6, 7].find((bits) => worstTableError(response, bits).steps <= 0.5);
  return fits ?? 8;
}

/** Worst error of a table against its curve, searched at 16 places in every segment. */
export function worstTableError(
  response: CurveParameters & { family: CurveFamilyId },
  tableBits: number,
): TableError {
  const table = tableOf(response, tableBits);
  const curve = curveOf(response);
  const places = (table.length - 1) * 16;
  let worst: TableError = { steps: 0, at: 0 };
  for (let i = 0; i <= places; i++) {
    const x = i / places;
    const k = Math.min(i >> 4, table.length - 2);
    const f = i / 16 - k;
    const y = (table[k] + (table[k + 1] - table[k]) * f) / ONE;
    const steps = Math.abs(y - curve(x)) * 127;
    if (steps > worst.steps) worst = { steps, at: x };
  }
  return worst;
}
