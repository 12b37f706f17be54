import { readFileSync } from 'node:fs';
import { cleanup, render } from '@testing-library/react';
import type { ReactNode } from 'react';
import { afterEach, beforeEach, vi } from 'vitest';
import type { Instrument } from '@/core/instrument/document';
import { importInstrument } from '@/store/bench';
import { database } from '@/store/database';
import { SessionContext } from '../hooks/use-session';
import { DeskStandIn } from '../recording/desk-stand-in';
import { LiveStandIn } from '@/session/testing/live-stand-in';
import { Session } from '@/session/session';

/** For tests: the demonstration that is open. */
export let session: Session;

/** Each test of a file has this demonstration open, and leaves nothing. @param name none where each opens its own */
export function onDemo(name: string | null = null): void {
  if (name !== null) beforeEach(() => openDemo(name));
  afterEach(async () => {
    cleanup();
    await closeDemo();
  });
}

/** The instrument as it is. */
export const now = (): Instrument => session.workspace.store.getState().history!.present;

/** Draws something within the session. */
export const show = (view: ReactNode) =>
  render(view, { wrapper: ({ children }) => <SessionContext value={session}>{children}</SessionContext> });

/** Opens a demonstration, with stand-ins for the workers and for what a page has and happy-dom lacks. */
export async function openDemo(name: string): Promise<void> {
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
  session = new Session(read.ok ? read.value : '', false);
  await session.open();
}

/** Closes it, and leaves an empty bench. */
export async function closeDemo(): Promise<void> {
  await session.close();
  await database().delete();
  await database().open();
  vi.restoreAllMocks();
  vi.unstubAllGlobals();
}
