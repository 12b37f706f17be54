/** What is aimed at, ms: latency, and how far it may spread (Wessel & Wright, Computer Music Journal 26, 2002). */
export const AIM_MS = 10;
export const AIM_JITTER_MS = 1;
