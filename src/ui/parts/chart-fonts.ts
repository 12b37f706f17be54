/* The two faces as Chart.js and a canvas want them named. */

/** Readings and ticks: tabular figures. */
export const READING_FACE = 'JetBrains Mono Variable';
/** Words. */
export const WORD_FACE = 'Atkinson Hyperlegible Next Variable';

/** A face as a canvas names it. @param weight 400 plain, 600 strong; @param px size */
export const canvasFont = (face: string, px: number, weight = 400): string => `${weight} ${px}px "${face}"`;
