import type { FromLive, ToLive } from './live-protocol';
import { LiveSession } from './live-session';

/** Beats about thirty times a second; after a sleep the board's queue drops what did not fit and counts it. */
const BEAT_MS = 33;

let session: LiveSession | null = null;
let startedMs = 0;

addEventListener('message', ({ data }: MessageEvent<ToLive>) => {
  if (data.is === 'open') {
    startedMs = performance.now();
    const tell = (message: FromLive) => postMessage(message);
    session = new LiveSession(data.instrument, data.seed, tell, Date.now().toString(36));
  } else session?.handle(data);
});

setInterval(() => session?.advance((performance.now() - startedMs) * 1000), BEAT_MS);
