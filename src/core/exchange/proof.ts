/** Whether the board's files play a take as the bench does. */
export interface Proof {
  /** What played it: the C runtime compiled here, or the header read back where this machine has no C compiler. */
  by: 'c-runtime' | 'header';
  messages: number;
  identical: boolean;
  /** Frame of the first difference, or null. */
  firstDifference: number | null;
}
