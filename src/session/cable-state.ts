/** How a cable stands. */
export type CableState =
  | { is: 'closed' }
  | { is: 'open'; baud: number }
  /** It was pulled out, and is waited for. */
  | { is: 'gone'; baud: number };

export const BAUDS = [9600, 57_600, 115_200, 250_000, 500_000, 1_000_000, 2_000_000];
export const USUAL_BAUD = 500_000;
