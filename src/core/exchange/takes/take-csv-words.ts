import { counted } from '../../units/counted';

/** Longest text taken, characters: about a day of one channel at a hundred frames a second. */
export const LONGEST_CSV = 64 * 1024 * 1024;

/** What is said of a longer one. */
export const TOO_LONG = `The take is over ${LONGEST_CSV / 2 ** 20} MB of text. Nothing was kept; split it and try again.`;

/** What was left out of a take, and what was kept, in a sentence; empty where nothing was left out. */
export const leftOutSentence = ({
  leftOut,
  frames,
  first,
}: {
  leftOut: number;
  frames: number;
  first: string;
}): string =>
  leftOut === 0
    ? ''
    : `${counted(leftOut, 'line was', 'lines were')} left out (${first}); ${counted(frames, 'frame was', 'frames were')} kept. Mend the file or record again if that matters.`;
