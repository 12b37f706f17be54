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
  /** Why, in a few words. */
  note?: string;
  /** Money: its unit is the maker's currency, '' where none is typed. */
  money?: boolean;
  /** What is past the limit is left out by the engine itself, levels only. */
  thinned?: boolean;
}

/** Whether a figure keeps its limit. */
export const keeps = ({ value, limit, atLeast }: Figure): boolean =>
  limit === null || (atLeast ? value >= limit : value <= limit);

/** A figure of a part, with the curve that it is a point of. */
export interface PartSum extends Figure {
  curve?: {
    /** Axes, with units. */
    x: string;
    y: string;
    points: readonly (readonly [number, number])[];
    /** Where the part is on it, and where it would be best. */
    at: readonly [number, number];
    best?: readonly [number, number];
    /** Whether x is drawn in even ratios. */
    ratios?: boolean;
  };
}
