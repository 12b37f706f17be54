import type { FromLive, ToLive } from './live-protocol';
import { LiveSession } from './live-session';

/** Between two looks at the board: what is played is heard within this. After a sleep the board's queue drops what did not fit and counts it. */
const BEAT_MS = 4;

let session: LiveSession | null = null;
let startedMs = 0;

addEventListener('message', ({ data }: MessageEvent<ToLive>) => {
  if (data.is === 'open') {
    session?.close();
    startedMs = performance.now();
    const tell = (message: FromLive) => postMessage(message);
    const stem = Date.now().toString(36);
    const zeroMs = performance.timeOrigin + startedMs;
    session = new LiveSession(data.instrument, data.seed, tell, stem, zeroMs, data.source);
  } else session?.handle(data);
});

setInterval(() => session?.advance((performance.now() - startedMs) * 1000), BEAT_MS);
