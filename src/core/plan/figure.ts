/** A number of a plan with the formula that it comes from and the numbers put in: every figure can be opened. */
export interface Figure {
  /** What it is, in a few words: "scan". */
  name: string;
  value: number;
  unit: string;
  /** As a person writes it: "n · (t_conv + t_settle)". */
  formula: string;
  /** What was put in, by the names of the formula, with units. */
  numbers: readonly { name: string; value: number; unit: string }[];
  /** The most, or with `atLeast` the least, that it may be; null where nothing sets one. */
  limit: number | null;
  atLeast?: boolean;
  /** What is past the limit is left out by the engine itself, levels only. */
  thinned?: boolean;
}

/** Whether a figure keeps its limit. */
export const keeps = ({ value, limit, atLeast }: Figure): boolean =>
  limit === null || (atLeast ? value >= limit : value <= limit);
