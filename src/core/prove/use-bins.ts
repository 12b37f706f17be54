/** Bins in which it is counted where playing lies and lands. */
export const USE_BINS = 32;
