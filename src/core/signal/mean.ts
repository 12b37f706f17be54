/** Arithmetic mean. @param values one or more @returns NaN of none */
export const mean = (values: readonly number[]): number =>
  values.reduce((sum, value) => sum + value, 0) / values.length;
