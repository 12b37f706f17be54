import { readFileSync } from 'node:fs';
import { afterEach, beforeEach, expect, it, vi } from 'vitest';
import { importInstrument } from '@/store/bench';
import { database } from '@/store/database';
import type { FromLive } from '@/workers/live-protocol';
import { LiveStandIn, tickOf } from './live-stand-in';
import { Session } from './session';

let id: string;
beforeEach(async () => {
  LiveStandIn.begin();
  vi.stubGlobal('Worker', LiveStandIn);
  vi.stubGlobal('document', new EventTarget());
  vi.stubGlobal('addEventListener', vi.fn());
  vi.stubGlobal('removeEventListener', vi.fn());
  const read = await importInstrument(readFileSync('demo/wherry.json', 'utf8'));
  id = read.ok ? read.value : '';
});
afterEach(() => {
  vi.restoreAllMocks();
  vi.unstubAllGlobals();
});

it('that is closed while it opens leaves no worker running; one that is closed later ends its own', async () => {
  const left = new Session(id, false);
  const opening = left.open();
  await left.close();
  await opening;
  expect(LiveStandIn.made).toHaveLength(0);
  const stayed = new Session(id, false);
  await stayed.open();
  await stayed.close();
  expect(LiveStandIn.made.map((w) => w.ended)).toEqual([true]);
});

it('sends MIDI when it is told of it, before any tick; in words it stands there from the next tick on', async () => {
  const session = new Session(id, false);
  await session.open();
  const sent = vi.spyOn(session.midi, 'send');
  LiveStandIn.made[0].says({ is: 'events', events: [{ tUs: 0, bytes: [0x90, 62, 87] }], zeroMs: 0 });
  expect(sent.mock.calls).toEqual([[[0x90, 62, 87]]]);
  expect(session.live.getState().notes).toHaveLength(0);
  LiveStandIn.made[0].says(tickOf(1));
  expect(session.live.getState().notes[0]).toBe('note 62 on, 87');
  await session.close();
});

it('keeps a take whose storage failed in the middle of it without a hole, and says what waits', async () => {
  const session = new Session(id, false);
  await session.open();
  const [worker] = LiveStandIn.made;
  const take = `${id}-bellows-soft-x-0`;
  const piece = (n: number): FromLive => ({
    is: 'take-piece',
    take,
    n,
    tUs: Float64Array.of(n),
    counts: Uint16Array.of(n),
  });
  worker.says({
    is: 'take-begins',
    take,
    of: { sensor: 'bellows', role: 'soft' },
    channels: ['bellows'],
    contacts: [],
  });
  worker.says(piece(0));
  await vi.waitFor(async () => expect(await database().pieces.where('take').equals(take).count()).toBe(1));
  const full = Object.assign(new Error(), { name: 'QuotaExceededError' });
  const put = vi.spyOn(database().pieces, 'put').mockRejectedValue(full);
  for (const n of [1, 2]) worker.says(piece(n));
  worker.says({ is: 'take-ends', take, pieces: 3, marks: [], seconds: 2 });
  const troubles = () => session.workspace.store.getState().troubles;
  session.live.setState({ settling: true });
  worker.says({ is: 'guide-ends', finished: true });
  await vi.waitFor(() => expect(session.live.getState().settling).toBe(false), 8000);
  await vi.waitFor(() =>
    expect(troubles().takes).toMatch(/storage is full.*waits to be kept and is tried again/),
  );
  put.mockRestore();
  await vi.waitFor(async () => expect((await database().takes.get(take))!.whole).toBe(true), 8000);
  expect(await database().pieces.where('take').equals(take).count()).toBe(3);
  await vi.waitFor(() => expect(troubles()).toEqual({}));
  await session.close();
});

it('never calls a take whole that lacks a piece: it says which half second, and what to do', async () => {
  const session = new Session(id, false);
  await session.open();
  const take = `${id}-bellows-loud-x-1`;
  LiveStandIn.made[0].says({
    is: 'take-begins',
    take,
    of: { sensor: 'bellows', role: 'loud' },
    channels: ['bellows'],
    contacts: [],
  });
  for (const n of [0, 2]) {
    const frames = { tUs: Float64Array.of(n), counts: Uint16Array.of(n) };
    LiveStandIn.made[0].says({ is: 'take-piece', take, n, ...frames });
  }
  LiveStandIn.made[0].says({ is: 'take-ends', take, pieces: 3, marks: [], seconds: 2 });
  const { workspace } = session;
  await vi.waitFor(() =>
    expect(workspace.store.getState().troubles.hole).toBe(
      '0.5 s of the loud take, from 0.5 s on, could not be kept. What came before is; make room and play it again.',
    ),
  );
  expect((await database().takes.get(take))!.whole).toBe(false);
  await session.close();
});
