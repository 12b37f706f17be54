import { cleanup, fireEvent, screen } from '@testing-library/react';
import { describe, expect, it, vi } from 'vitest';
import { withEdited, withNumber } from '@/core/plan/face/edit';
import { LiveStandIn } from '@/session/testing/live-stand-in';
import type { ToLive } from '@/workers/live-protocol';
import { closeDemo, onDemo, openDemo, session, show } from '../testing/test-bench';
import { PlaySurface } from './play-surface';

onDemo();

/** The practice surface of one sensor; the middle of every place is at 500, 300 px of the window. */
async function open(name: string, id: string, turn = 0): Promise<void> {
  await openDemo(name);
  // Captured as browsers do it (Pointer Events): from when it asks until the pointer is up.
  const captures = new Set<Element>();
  Element.prototype.setPointerCapture = function () {
    captures.add(this);
  };
  Element.prototype.hasPointerCapture = function () {
    return captures.has(this);
  };
  vi.spyOn(Element.prototype, 'getBoundingClientRect').mockReturnValue(new DOMRect(400, 250, 200, 100));
  const { history } = session.workspace.store.getState();
  session.workspace.change(
    'turned',
    withEdited(history!.present, new Set([`${id} 0`]), withNumber('turn', turn)),
  );
  const { sensors } = session.workspace.store.getState().history!.present;
  show(<PlaySurface sensors={sensors.filter((s) => s.id === id)} titled />);
}
type Hand = Extract<ToLive, { is: 'hand' }>;
const hands = () =>
  LiveStandIn.last.sent
    .filter((m): m is Hand => m.is === 'hand')
    .map(({ lane, strength }) => [lane, strength === null ? null : Math.round(100 * strength) / 100]);
/** As wide, or as high, as a place is drawn, px. */
const sizeOf = (place: Element, of = 'width') => Number(place.querySelector('rect')?.getAttribute(of));

describe('a place of two lanes', () => {
  it('goes both ways from its middle, across and along, and is let go by both', async () => {
    await open('sallow', 'thumb');
    const stick = screen.getByRole('button', { name: 'push Thumb stick' });
    const radius = Number(stick.querySelector('ellipse')!.getAttribute('rx'));
    fireEvent.pointerDown(stick, { clientX: 500 + radius / 2, clientY: 300 - radius / 2 });
    fireEvent.pointerMove(stick, { clientX: 500 - 2 * radius, clientY: 300 + 2 * radius, buttons: 1 });
    fireEvent.pointerMove(stick, { clientX: 500, clientY: 300, buttons: 0 });
    fireEvent.pointerUp(stick);
    const both = (strength: number | null) => [
      [0, strength],
      [1, strength],
    ];
    expect(hands()).toEqual([...both(0.5), ...both(-1), ...both(null)]);
  });
  it('is not played by a pointer that was pressed elsewhere and comes over it: nothing would let it go', async () => {
    await open('wherry', 'tilt');
    const tilt = screen.getByRole('button', { name: /Tilt$/ });
    fireEvent.pointerMove(tilt, { clientX: 510, clientY: 280, buttons: 1 });
    fireEvent.pointerUp(tilt);
    expect(hands()).toEqual([]);
  });
  it('is held where the pointer left it, if that is asked', async () => {
    await open('wherry', 'tilt');
    fireEvent.click(screen.getByRole('checkbox', { name: 'hold what I press' }));
    const tilt = screen.getByRole('button', { name: /Tilt$/ });
    fireEvent.pointerDown(tilt, {
      clientX: 500 + sizeOf(tilt) / 10,
      clientY: 300 - sizeOf(tilt, 'height') / 4,
    });
    fireEvent.pointerUp(tilt);
    expect(hands()).toEqual([
      [0, 0.2],
      [1, 0.5],
    ]);
  });
});

describe('a place of one lane', () => {
  it('a ribbon is played where the pointer is, however it lies on the instrument', async () => {
    for (const turn of [0, 90]) {
      await open('wherry', 'wrist', turn);
      const ribbon = screen.getByRole('button', { name: /Wrist ribbon$/ });
      const quarter = sizeOf(ribbon) / 4;
      const [x, y] = turn === 0 ? [500 - quarter, 300] : [500, 300 - quarter];
      fireEvent.pointerDown(ribbon, { clientX: x, clientY: y });
      expect(hands()).toEqual([[0, 0.25]]);
      cleanup();
      await closeDemo();
    }
    await openDemo('wherry');
  });
  it('a small level is drawn up and down from where it is pressed: an encoder either way', async () => {
    await open('cairn', 'encoder');
    const encoder = screen.getByRole('button', { name: /Encoder$/ });
    fireEvent.pointerDown(encoder, { clientX: 500, clientY: 300 });
    fireEvent.pointerMove(encoder, { clientX: 500, clientY: 240, buttons: 1 });
    fireEvent.pointerMove(encoder, { clientX: 500, clientY: 400, buttons: 1 });
    fireEvent.pointerUp(encoder);
    // 60 px up are half its way, 160 px down from there one and a third.
    expect(hands()).toEqual([0.35, 0.85, -0.48, null].map((strength) => [0, strength]));
  });
  it('a key is struck harder nearer to its end', async () => {
    await open('sallow', 'keys');
    const key = screen.getByRole('button', { name: 'play C4' });
    const height = sizeOf(key, 'height');
    fireEvent.pointerDown(key, { clientX: 500, clientY: 300 - 0.3 * height });
    fireEvent.pointerMove(key, { clientX: 500, clientY: 300, buttons: 1 });
    fireEvent.pointerUp(key);
    expect(hands()).toEqual([
      [5, 0.8],
      [5, null],
    ]);
  });
});
