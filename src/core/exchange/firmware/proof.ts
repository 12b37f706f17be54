/** Whether the board's files play a take as the bench does. */
export interface Proof {
  /** What played it: the C runtime compiled here, or the header read back where this machine cannot compile it. */
  by: 'c-runtime' | 'header';
  /** Why it could not be compiled, in one line; absent where it was. */
  because?: string;
  messages: number;
  identical: boolean;
  /** Frame of the first difference, or null. */
  firstDifference: number | null;
}
