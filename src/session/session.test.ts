import type { Instrument } from '@/core/instrument/document';
import { readFileSync } from 'node:fs';
import { afterEach, beforeEach, expect, it, vi } from 'vitest';
import { importInstrument } from '@/store/bench';
import { database, type KeptRecording } from '@/store/database';
import { addPieces, beginRecording } from '@/store/recordings';
import type { FromLive } from '@/workers/live-protocol';
import { LiveStandIn, tickOf } from './testing/live-stand-in';
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

it('tells screens five times a second where less motion is asked for, but at once when a recording begins', async () => {
  vi.stubGlobal('matchMedia', () => ({ matches: true }));
  const session = new Session(id, false);
  await session.open();
  const now = vi.spyOn(performance, 'now');
  const shownAt = (ms: number, change: Parameters<typeof tickOf>[1] = {}) => {
    now.mockReturnValue(ms);
    LiveStandIn.made[0].says(tickOf(1, { tUs: ms * 1000, ...change }));
    return session.live.getState().tick!.tUs / 1000;
  };
  expect([shownAt(1000), shownAt(1033), shownAt(1199), shownAt(1200)]).toEqual([1000, 1000, 1000, 1200]);
  expect(shownAt(1210, { recordingUs: 0 })).toBe(1210);
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

/** What the live worker was told since it was opened, of some sorts. */
const told = (...sorts: string[]) => LiveStandIn.last.sent.filter((m) => sorts.includes(m.is));

it('records by one call and ends by the next, keeps it with its marks, and names it by its number', async () => {
  const session = new Session(id, false);
  await session.open();
  const worker = LiveStandIn.last;
  session.record();
  worker.says(tickOf(1, { recordingUs: 100 }));
  session.record();
  expect(told('record', 'record-ends').map((m) => m.is)).toEqual(['record', 'record-ends']);
  const take = `${id}-all-x-0`;
  worker.says({ is: 'take-begins', take, of: null, channels: ['bellows'], contacts: ['knee'] });
  const frames = { tUs: Float64Array.of(0, 1000), counts: Uint16Array.of(5, 6) };
  worker.says({ is: 'take-piece', take, n: 0, ...frames });
  worker.says({ is: 'take-ends', take, pieces: 1, marks: [700], seconds: 0.001 });
  const { store } = session.workspace;
  await vi.waitFor(() => expect(store.getState().recordings).toHaveLength(1));
  expect(store.getState().recordings[0]).toMatchObject({
    ...{ name: 'Recording 1', marks: [700], seconds: 0.001, whole: true },
    ...{ channels: ['bellows'], contacts: ['knee'], bits: 12 },
  });
  expect(store.getState().takes.map((t) => t.id)).not.toContain(take);
  await session.close();
});

it('of a recording that lacks a piece it says which half second, and shows what is there as cut off', async () => {
  const session = new Session(id, false);
  await session.open();
  const take = `${id}-all-x-1`;
  const { last: worker } = LiveStandIn;
  worker.says({ is: 'take-begins', take, of: null, channels: ['bellows'], contacts: [] });
  for (const n of [0, 2])
    worker.says({ is: 'take-piece', take, n, tUs: Float64Array.of(n), counts: Uint16Array.of(n) });
  worker.says({ is: 'take-ends', take, pieces: 3, marks: [], seconds: 1.4 });
  const { store } = session.workspace;
  await vi.waitFor(() =>
    expect(store.getState().troubles.hole).toMatch(/^0.5 s of the recorded take, from 0.5 s on/),
  );
  await vi.waitFor(() =>
    expect(store.getState().recordings.at(-1)).toMatchObject({ id: take, whole: false }),
  );
  await session.close();
});

it('a tab that only looks on records nothing', async () => {
  const session = new Session(id, true);
  await session.open();
  session.record();
  expect(told('record', 'record-ends')).toEqual([]);
  await session.close();
});

it('plays a recording again from what is kept, loads it anew where the wiring changes, and goes back to the practice board', async () => {
  const kept: KeptRecording = {
    ...{
      id: 'tune',
      instrument: id,
      name: 'Tune',
      notes: '',
      tags: [],
      marks: [],
      at: '2026-11-26T10:00:00Z',
    },
    ...{ channels: ['bellows'], contacts: [], bits: 12, seconds: 0.05, whole: true },
  };
  await beginRecording(kept);
  const pieces = Array.from({ length: 50 }, (_, i) => ({
    tUs: Float64Array.of(i * 1000),
    counts: Uint16Array.of(i),
  }));
  await addPieces('tune', 0, pieces);
  const session = new Session(id, false);
  await session.open();
  await session.replay(kept);
  const loaded = () =>
    LiveStandIn.last.sent.flatMap((m) => (m.is === 'replay-pieces' ? m.pieces.map((p) => p.counts[0]) : []));
  const complete = () => LiveStandIn.last.sent.filter((m) => m.is === 'replay-pieces' && m.complete).length;
  await vi.waitFor(() => expect(complete()).toBe(1));
  expect(loaded()).toEqual(Array.from({ length: 50 }, (_, i) => i));
  expect(session.live.getState().replays).toBe('Tune');
  expect(told('open').map((m) => m.is === 'open' && m.source)).toEqual(['practice', 'replay']);
  const { present } = session.workspace.store.getState().history!;
  session.workspace.change('scan rate', {
    ...present,
    boards: present.boards.map((b) => ({ ...b, scanHz: 500 })),
  });
  await vi.waitFor(() => expect(complete()).toBe(2));
  expect(loaded()).toHaveLength(100);
  await session.practise();
  expect(session.live.getState().replays).toBeNull();
  expect(told('open').at(-1)).toMatchObject({ source: 'practice' });
  await session.close();
});

it('tells the engine of all that changes what is played: tunings, scenes and what selects them too; of a name it tells nothing', async () => {
  const session = new Session(id, false);
  await session.open();
  const now = () => session.workspace.store.getState().history!.present;
  const changes: Partial<Instrument>[] = [
    { tunings: [{ is: 'scale', id: 'c', name: 'C', key: 0, notes: [0, 7] }] },
    { scenes: ['a', 'b'].map((own) => ({ id: own, name: own })) },
    { selectors: [{ gate: { sensor: 'knee', port: 'closed' }, step: 1 }] },
    { name: 'Other' },
  ];
  const heard = changes.map((change) => {
    const before = told('instrument').length;
    session.workspace.change('changed', { ...now(), ...change });
    return told('instrument').length - before;
  });
  expect(heard).toEqual([1, 1, 1, 0]);
  await session.close();
});

it('chooses what has come to the place of a sensor that is removed, and a sensor that is there after an undo', async () => {
  const session = new Session(id, false);
  await session.open();
  const now = () => session.workspace.store.getState().history!.present;
  const [, second, third] = now().sensors;
  session.choice.setState({ sensor: second.id, lane: 4 });
  const without = { ...now(), sensors: now().sensors.filter((own) => own !== second) };
  session.workspace.change('removed', without);
  expect(session.choice.getState()).toMatchObject({ sensor: third.id, lane: 0 });
  session.choice.setState({ sensor: 'added' });
  session.workspace.change('added', {
    ...now(),
    sensors: [...now().sensors, { ...third, id: 'added' }],
  });
  session.workspace.undo();
  expect(session.choice.getState().sensor).toBe(now().sensors.at(-1)!.id);
  await session.close();
});
