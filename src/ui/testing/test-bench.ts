import { readFileSync } from 'node:fs';
import { vi } from 'vitest';
import { importInstrument } from '@/store/bench';
import { database } from '@/store/database';
import { DeskStandIn } from '../recording/desk-stand-in';
import { LiveStandIn } from '@/session/testing/live-stand-in';
import { Session } from '@/session/session';

/** For tests: a demonstration, open, with stand-ins for the workers and for what a page has and jsdom lacks. */
export async function openDemo(name: string): Promise<Session> {
  LiveStandIn.begin();
  DeskStandIn.open = 0;
  vi.stubGlobal('Worker', function (url: URL) {
    return String(url).includes('desk') ? new DeskStandIn() : new LiveStandIn();
  });
  vi.stubGlobal(
    'ResizeObserver',
    class {
      observe() {}
      disconnect() {}
    },
  );
  const anything = new Proxy({}, { get: () => () => ({ width: 0 }), set: () => true });
  vi.spyOn(HTMLCanvasElement.prototype, 'getContext').mockReturnValue(anything as never);
  vi.stubGlobal('requestAnimationFrame', () => 0);
  vi.stubGlobal('cancelAnimationFrame', () => {});
  const read = await importInstrument(readFileSync(`demo/${name}.json`, 'utf8'));
  const session = new Session(read.ok ? read.value : '', false);
  await session.open();
  return session;
}

/** Closes it, and leaves an empty bench. */
export async function closeDemo(session: Session): Promise<void> {
  await session.close();
  await database().delete();
  await database().open();
  vi.restoreAllMocks();
  vi.unstubAllGlobals();
}
