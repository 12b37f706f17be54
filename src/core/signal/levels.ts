/** Levels that noise leaves apart: 1 + floor(span / 6σ). Seven bits need 128. @param span, noise counts */
export const distinctLevels = (span: number, noise: number): number => 1 + Math.floor(span / (6 * noise));

/** Share of the converter that playing uses, 0 … 1: under a quarter is poor, under a half fair (common practice). */
export const rangeShare = (span: number, bits: number): number => span / (2 ** bits - 1);
