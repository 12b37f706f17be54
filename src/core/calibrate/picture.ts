/** A judgement of a calibration, as a chart can show it. */
export interface Picture {
  /** Id of the lane that it is of; of all together where it is left out. */
  lane?: string;
  title: string;
  x: Axis;
  y: Axis;
  lines: PictureLine[];
  /** What was chosen, or measured, on the x axis. */
  marks: { x: number; label: string }[];
}

export interface Axis {
  label: string;
  unit: string;
  /** Logarithmic from here on; what lies below is drawn at it. */
  logFrom?: number;
  /** It goes from 0 to here. */
  most?: number;
  /** Even ratios lie evenly apart. */
  ratios?: true;
  /** What stands at 0, 1, 2 … instead of numbers. */
  names?: readonly string[];
}

export interface PictureLine {
  name: string;
  /** In order of x, unless they are dots. */
  points: [x: number, y: number][];
  /** Whether they are shown as dots; a line else. */
  dots?: boolean;
  /** Whether each two of its points are the ends of a bar. */
  bars?: boolean;
  /** Whether it is predicted, not measured: it is drawn dashed. */
  predicted?: boolean;
}
