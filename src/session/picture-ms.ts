/** Least time between two pictures of what moves, ms: five a second where less motion is asked for, else as they come. */
export const pictureMs = (): number =>
  globalThis.matchMedia?.('(prefers-reduced-motion: reduce)').matches ? 200 : 0;
