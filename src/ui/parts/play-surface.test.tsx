// @vitest-environment jsdom
import { cleanup, fireEvent, render, screen } from '@testing-library/react';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { LiveStandIn } from '@/session/testing/live-stand-in';
import type { Session } from '@/session/session';
import type { ToLive } from '@/workers/live-protocol';
import { SessionContext } from '../hooks/use-session';
import { closeDemo, openDemo } from '../testing/test-bench';
import { PlaySurface } from './play-surface';

let session: Session;
afterEach(async () => {
  cleanup();
  await closeDemo(session);
});

/** The practice surface of one sensor; boxes are 200 by 100 px. */
async function open(name: string, id: string): Promise<void> {
  session = await openDemo(name);
  HTMLElement.prototype.setPointerCapture = () => {};
  vi.spyOn(HTMLElement.prototype, 'getBoundingClientRect').mockReturnValue({
    ...{ left: 0, top: 0, right: 200, bottom: 100, width: 200, height: 100, x: 0, y: 0 },
    toJSON: () => ({}),
  });
  const { history } = session.workspace.store.getState();
  const sensors = history!.present.sensors.filter((s) => s.id === id);
  render(
    <SessionContext value={session}>
      <PlaySurface sensors={sensors} titled />
    </SessionContext>,
  );
}
type Hand = Extract<ToLive, { is: 'hand' }>;
const hands = () =>
  LiveStandIn.last.sent
    .filter((m): m is Hand => m.is === 'hand')
    .map(({ lane, strength }) => [lane, strength === null ? null : Math.round(100 * strength) / 100]);

describe('two lanes that a hand plays at once', () => {
  it('a stick goes both ways from its middle, across and along, and is let go by both', async () => {
    await open('sallow', 'thumb');
    const pad = screen.getByText('y ↑').parentElement!;
    fireEvent.pointerDown(pad, { clientX: 150, clientY: 25 });
    fireEvent.pointerMove(pad, { clientX: 0, clientY: 100, buttons: 1 });
    fireEvent.pointerMove(pad, { clientX: 100, clientY: 50, buttons: 0 });
    fireEvent.pointerUp(pad);
    expect(hands()).toEqual([
      ...[
        [0, 0.5],
        [1, 0.5],
      ],
      ...[
        [0, -1],
        [1, -1],
      ],
      ...[
        [0, null],
        [1, null],
      ],
    ]);
  });
  it('a tilt says what each way is; what is held stays when the pointer is lifted', async () => {
    await open('wherry', 'tilt');
    expect(screen.getByText('pitch →')).toBeTruthy();
    fireEvent.click(screen.getByRole('checkbox', { name: 'hold what I press' }));
    const pad = screen.getByText('roll ↑').parentElement!;
    fireEvent.pointerDown(pad, { clientX: 120, clientY: 10 });
    fireEvent.pointerUp(pad);
    expect(hands()).toEqual([
      [0, 0.2],
      [1, 0.8],
    ]);
  });
});

describe('one lane', () => {
  it('a wheel is turned one way, from rest at the left', async () => {
    await open('sallow', 'wheel');
    fireEvent.pointerDown(screen.getByText('turn').parentElement!, { clientX: 100, clientY: 5 });
    expect(hands()).toEqual([[0, 0.55]]);
  });
  it('an encoder is turned either way, from the middle', async () => {
    await open('cairn', 'encoder');
    const pad = screen.getByText('turn').parentElement!;
    fireEvent.pointerDown(pad, { clientX: 0, clientY: 5 });
    expect(hands()).toEqual([[0, -1.1]]);
    expect(screen.getByText('the other way')).toBeTruthy();
  });
});
