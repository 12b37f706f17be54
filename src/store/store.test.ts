import { askToPersist } from './persist';
import fc from 'fast-check';
import {
  addPieces,
  beginRecording,
  describeRecording,
  endRecording,
  piecesIn,
  recordingsOf,
  removeRecording,
} from './recordings';
import { readFileSync } from 'node:fs';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { readTakeCsv } from '@/core/exchange/takes/take-csv';
import type { Instrument } from '@/core/instrument/document';
import { bellowsOf } from '@/core/testing/bellows';
import { addInstrument, beginInstrument, importInstrument, restoreDemo, seedDemo } from './bench';
import { readKept } from './kept-instrument';
import { Dexie } from 'dexie';
import { Database, type KeptRecording } from './database';
import { importTake } from './import-take';
import { beginHistory, record, redo, undo } from './history';
import {
  asideOf,
  bringBackSensor,
  lockOf,
  removeForGood,
  removeInstrument,
  removeSensor,
  setAside,
  sweepRemoved,
} from './removed';
import { rolesOf, standingOf, stoppedOf } from './standing';
import {
  addPiece,
  beginTake,
  keepTake,
  loadTake,
  loadTakes,
  keptOf,
  standTake,
  stopTake,
  sweepPieces,
  sweepTakes,
} from './takes';
import { StorageQueue } from './storage-queue';
import { storageWords } from './trouble';
import { createWorkspace } from './workspace';

let db: Database;
let n = 0;
/** Those of a test end with it: what they would save later is nobody's any more. */
const opened: ReturnType<typeof createWorkspace>[] = [];
function workspaceOf(...of: Parameters<typeof createWorkspace>) {
  const workspace = createWorkspace(...of);
  opened.push(workspace);
  return workspace;
}
afterEach(async () => {
  for (const workspace of opened.splice(0)) {
    workspace.store.setState({ readOnly: true });
    await workspace.close();
  }
});
beforeEach(() => {
  db = new Database(`test-${n++}`);
});

const label = (id: string, over = {}) => ({
  id,
  instrument: 'w',
  sensor: 'breath',
  role: 'soft' as const,
  at: '2026-11-25T10:00:00Z',
  channels: ['breath'],
  bits: 12,
  rateHz: 1000,
  whole: false,
  ...over,
});
const piece = (from: number, frames: number) => ({
  tUs: Float64Array.from({ length: frames }, (_, i) => (from + i) * 1000),
  counts: Uint16Array.from({ length: frames }, (_, i) => (from + i) % 4096),
});
const demo = async () => ({ ...(await wherry()), instruments: [await wherry()] });
/** Wherry's bellows alone, with its takes. */
const wherry = async () => ({
  instrument: JSON.stringify(bellowsOf(JSON.parse(readFileSync('demo/wherry.json', 'utf8')))),
  takes: ['rest', 'soft', 'medium', 'loud', 'full', 'weights'].map((r) =>
    readFileSync(`demo/wherry-bellows-${r}.csv`, 'utf8'),
  ),
});

describe('undo and redo', () => {
  const at = { page: '', sensor: '', lane: 0, look: null };
  it('go back and forth over any run of changes', () => {
    fc.assert(
      fc.property(fc.array(fc.integer(), { minLength: 1, maxLength: 50 }), (values) => {
        let h = beginHistory(-1);
        values.forEach((next, i) => (h = record(h, { next, says: `step ${i}`, at }, i * 10)));
        for (let i = 0; i < values.length; i++) h = undo(h)!.history;
        expect(h.present).toBe(-1);
        expect(undo(h)).toBeNull();
        for (let i = 0; i < values.length; i++) h = redo(h)!.history;
        expect(h.present).toBe(values[values.length - 1]);
        expect(redo(h)).toBeNull();
      }),
    );
  });
  it('take one drag for one step, and a later one for another, with what was done besides', () => {
    const said: string[] = [];
    const deed = (i: number) => ({
      undo: () => said.push(`before ${i}`),
      redo: () => said.push(`after ${i}`),
    });
    let h = beginHistory(0);
    for (let i = 1; i <= 20; i++) h = record(h, { next: i, says: 'curve drawn', at, deed: deed(i) }, i * 16);
    h = record(h, { next: 99, says: 'curve drawn', at }, 5000);
    const [last, drag] = [undo(h)!, undo(undo(h)!.history)!];
    expect([last.history.present, drag.history.present]).toEqual([20, 0]);
    drag.step.deed!.undo();
    redo(drag.history)!.step.deed!.redo();
    expect(said).toEqual(['before 1', 'after 20']);
  });
});

describe('takes in pieces', () => {
  it('lose nothing but the last piece when the tab closes in the middle', async () => {
    await beginTake(label('t'), db);
    await addPiece('t', 0, piece(0, 500), db);
    await addPiece('t', 1, piece(500, 500), db);
    const kept = (await db.takes.get('t'))!;
    const take = await loadTake(kept, db);
    expect(kept.whole).toBe(false);
    expect([take.tUs.length, take.tUs[999], take.counts[999]]).toEqual([1000, 999_000, 999]);
  });
  it('stand only with every piece; one that lacks some is said by its numbers, and can be used up to the first', async () => {
    await beginTake(label('t'), db);
    for (const k of [0, 1, 3]) await addPiece('t', k, piece(500 * k, 500), db);
    expect(await standTake('t', 4, db)).toEqual([2]);
    expect((await db.takes.get('t'))!.whole).toBe(false);
    expect(await standTake('t', null, db)).toEqual([]);
    const used = (await db.takes.get('t'))!;
    expect(used.whole).toBe(true);
    expect((await loadTake(used, db)).tUs.length).toBe(1000);
    expect(await db.pieces.count()).toBe(2);
  });
  it('that were stopped are gone on with where they were; not where some of it is missing, or lanes are others', async () => {
    await beginTake(label('t'), db);
    for (const k of [0, 1]) await addPiece('t', k, piece(500 * k, 500), db);
    expect(stoppedOf(await db.takes.toArray(), 3)).toBeNull();
    await stopTake('t', [2, 1, 0], db);
    expect(stoppedOf(await db.takes.toArray(), 3)?.done).toEqual([2, 1, 0]);
    expect(stoppedOf(await db.takes.toArray(), 4)).toBeNull();
    expect(await keptOf('t', db)).toEqual({ pieces: 2, endUs: 999_000 });
    await addPiece('t', 2, piece(1000, 500), db);
    expect(await standTake('t', 3, db)).toEqual([]);
    expect(stoppedOf(await db.takes.toArray(), 3)).toBeNull();
    await db.pieces.delete(['t', 1]);
    expect(await keptOf('t', db)).toBeNull();
  });
  it('stand for their role when they end, until an earlier one is put back or one that was cut off is used', async () => {
    const put = (id: string, minute: number, over = {}) =>
      db.takes.put({ ...label(id, over), order: minute });
    await put('soft-1', 1, { whole: true });
    await put('loud', 2, { whole: true, role: 'loud' });
    await put('soft-2', 3);
    await db.facts.put({ key: 'order', value: '3' });
    const soft = async () => {
      const takes = await db.takes.toArray();
      const { stands, earlier, cut } = rolesOf(takes).find((r) => r.role === 'soft')!;
      return [standingOf(takes).map((t) => t.id), stands?.id, earlier?.id, cut?.id];
    };
    expect(await soft()).toEqual([['soft-1', 'loud'], 'soft-1', undefined, 'soft-2']);
    await standTake('soft-2', null, db);
    expect(await soft()).toEqual([['loud', 'soft-2'], 'soft-2', 'soft-1', undefined]);
    // Whatever the clock says meanwhile.
    vi.setSystemTime('2020-01-01T00:00:00Z');
    await standTake('soft-1', null, db);
    expect(await soft()).toEqual([['loud', 'soft-1'], 'soft-1', 'soft-2', undefined]);
    vi.useRealTimers();
  });
  it('of what was removed keep no piece more, and what it left is swept', async () => {
    await beginTake(label('gone'), db);
    await addPiece('gone', 0, piece(0, 10), db);
    await db.takes.delete('gone');
    await expect(addPiece('gone', 1, piece(10, 10), db)).rejects.toMatchObject({ name: 'RemovedError' });
    await beginTake(label('here'), db);
    await addPiece('here', 0, piece(0, 10), db);
    await sweepPieces(db);
    expect((await db.pieces.toArray()).map((p) => p.take)).toEqual(['here']);
  });
  it('are kept while they stand, were cut off since, or are what a calibration came from', async () => {
    const instrument = { ...(JSON.parse((await demo()).instrument) as Instrument), id: 'w' };
    instrument.sensors[0].calibration!.takes = ['cited'];
    const order = ['older', 'cited', 'replaced', 'stands', 'cut'];
    for (const [i, id] of order.entries())
      await db.takes.put({ ...label(id, { whole: id !== 'cut' }), order: i });
    await addPiece('older', 0, piece(0, 10), db);
    await sweepTakes(instrument, db);
    expect((await db.takes.toArray()).map((t) => t.id).sort()).toEqual(['cited', 'cut', 'stands']);
    expect(await db.pieces.count()).toBe(0);
    expect((await loadTakes(['stands', 'older'], db)).map((t) => t.id)).toEqual(['stands']);
  });
});

describe('storage that refuses in the middle of a take', () => {
  it('is tried again, and what came after waits, so that no piece is left out; the warning goes once all is kept', async () => {
    vi.useFakeTimers();
    const told: (string | null)[] = [];
    const queue = new StorageQueue((error) => told.push(error === null ? null : storageWords(error)));
    const kept: number[] = [];
    let full = false;
    const put = (k: number) =>
      queue.add(async () => {
        if (full) throw Object.assign(new Error(), { name: 'QuotaExceededError' });
        kept.push(k);
      });
    put(0);
    await queue.run();
    full = true;
    put(1);
    put(2);
    await queue.run();
    put(3);
    expect(kept).toEqual([0]);
    expect(told.at(-1)).toMatch(/storage is full/);
    full = false;
    await vi.runAllTimersAsync();
    expect(kept).toEqual([0, 1, 2, 3]);
    expect(told.at(-1)).toBeNull();
    full = true;
    put(4);
    await queue.run();
    full = false;
    await queue.close();
    expect(kept.at(-1)).toBe(4);
    vi.useRealTimers();
  });
  it('does not grow without end: past twenty minutes of pieces, work is refused and its caller told', () => {
    const queue = new StorageQueue(() => {});
    const never = () => new Promise(() => {});
    let taken = 0;
    while (queue.add(never)) taken++;
    expect(taken).toBeGreaterThan(2000);
    expect(queue.add(never)).toBe(false);
  });
});

it('takes of a database of version 3, in the order of a clock, get their numbers in that order', async () => {
  const old = new Dexie('cheironom-version-3');
  old.version(3).stores({
    instruments: 'id, changedAt',
    takes: 'id, instrument, [instrument+sensor]',
    pieces: '[take+n], take',
    facts: 'key',
    recordings: 'id, instrument',
  });
  await old
    .table('takes')
    .bulkAdd([
      label('later', { at: '2026-11-02T10:00:00Z' }),
      label('first', { at: '2026-11-01T10:00:00Z' }),
    ]);
  old.close();
  const opened = new Database('cheironom-version-3');
  const takes = await opened.takes.toArray();
  expect(takes.map(({ id, order }) => [id, order]).sort()).toEqual([
    ['first', 1],
    ['later', 2],
  ]);
  await beginTake(label('new'), opened);
  expect((await opened.takes.get('new'))!.order).toBe(3);
  await opened.delete();
});

describe('a database of a newer application', () => {
  const newer = (name: string) =>
    new Promise<IDBDatabase>((resolve, reject) => {
      const request = indexedDB.open(name, 990);
      request.onupgradeneeded = () => {
        if (request.result.objectStoreNames.length === 0) request.result.createObjectStore('other');
      };
      request.onsuccess = () => resolve(request.result);
      request.onerror = () => reject(request.error);
    });
  it('is refused when it is opened, and when another tab has made it newer meanwhile', async () => {
    (await newer('newer-before')).close();
    await expect(beginInstrument('x', undefined, new Database('newer-before'))).rejects.toSatisfy((error) =>
      /newer Cheironom/.test(storageWords(error)),
    );
    await beginInstrument('x', undefined, db);
    (await newer(db.name)).close();
    await expect(beginInstrument('y', undefined, db)).rejects.toSatisfy((error) =>
      /newer Cheironom/.test(storageWords(error)),
    );
  });
});

describe('the bench', () => {
  it('gets one demonstration where two tabs come first at once, and an id for each of two imports at once', async () => {
    await Promise.all([seedDemo(demo, db), seedDemo(demo, db), seedDemo(demo, db)]);
    expect([await db.instruments.count(), await db.takes.count()]).toEqual([1, 6]);
    const { instrument } = await demo();
    const both = await Promise.all([importInstrument(instrument, db), importInstrument(instrument, db)]);
    expect(both.map((r) => r.ok && r.value)).toEqual(['wherry-2', 'wherry-3']);
  });
  it('reads each instrument by itself: one that is damaged does not hide the others', async () => {
    await seedDemo(demo, db);
    const damaged = { format: 'cheironom-instrument', version: 1, sensors: 'none' } as unknown as Instrument;
    await db.instruments.add({ id: 'damaged', document: damaged, changedAt: '' });
    const read = (await db.instruments.toArray()).map((row) => [row.id, readKept(row).ok]);
    expect(read).toEqual([
      ['damaged', false],
      ['wherry', true],
    ]);
    const workspace = workspaceOf('damaged', false, db);
    await workspace.open();
    expect(workspace.store.getState()).toMatchObject({
      status: 'refused',
      troubles: { reading: expect.stringMatching(/cannot be read.*export it as it is/) },
    });
  });
  it('asks the browser to keep what is here once, and never again', async () => {
    const persist = vi.fn(async () => true);
    vi.stubGlobal('navigator', { storage: { persist } });
    for (let i = 0; i < 3; i++) await askToPersist(db);
    vi.unstubAllGlobals();
    expect(persist).toHaveBeenCalledTimes(1);
  });
  it('gets the demonstration once: not again after it was removed for good, but when it is asked for', async () => {
    await seedDemo(demo, db);
    await removeForGood('wherry', db);
    await seedDemo(demo, db);
    const all = async () => [await db.instruments.count(), await db.takes.count()];
    expect([...(await all()), await db.pieces.count()]).toEqual([0, 0, 0]);
    expect(await restoreDemo(demo, db)).toEqual(['Wherry']);
    expect(await all()).toEqual([1, 6]);
    expect(await restoreDemo(demo, db)).toEqual([]);
    await removeInstrument('wherry', db);
    expect(await restoreDemo(demo, db)).toEqual(['Wherry']);
    expect((await db.instruments.get('wherry'))!.removedAt).toBeUndefined();
  });
  it('keeps what was removed for thirty days, with all that belongs to it, beside one of its name that came since', async () => {
    await seedDemo(demo, db);
    await beginRecording(recording, db);
    const before = [await db.takes.toArray(), await db.pieces.toArray(), await db.recordings.toArray()];
    await removeInstrument('wherry', db);
    expect(await beginInstrument('Wherry', undefined, db)).toBe('wherry-2');
    const workspace = workspaceOf('wherry', false, db);
    await workspace.open();
    expect(workspace.store.getState().status).toBe('missing');
    const day = 86_400_000;
    await sweepRemoved(Date.now() + 29 * day, db);
    await setAside('instruments', 'wherry', false, db);
    expect([await db.takes.toArray(), await db.pieces.toArray(), await db.recordings.toArray()]).toEqual(
      before,
    );
    await removeInstrument('wherry', db);
    await sweepRemoved(Date.now() + 31 * day, db);
    expect((await db.instruments.toArray()).map((i) => i.id)).toEqual(['wherry-2']);
    expect([await db.takes.count(), await db.pieces.count(), await db.recordings.count()]).toEqual([0, 0, 0]);
  });
  it('removes nothing while a tab works on it', async () => {
    const id = await beginInstrument('Held', undefined, db);
    vi.stubGlobal('navigator', { locks: { query: async () => ({ held: [{ name: lockOf(id) }] }) } });
    await expect(removeInstrument(id, db)).rejects.toMatchObject({ name: 'HeldError' });
    await expect(removeForGood(id, db)).rejects.toMatchObject({ name: 'HeldError' });
    vi.unstubAllGlobals();
    expect((await db.instruments.get(id))!.removedAt).toBeUndefined();
  });
  it('a removed sensor takes its takes along, and brings them back; another of its id begins with none', async () => {
    await seedDemo(demo, db);
    const { document } = (await db.instruments.get('wherry'))!;
    const removed = {
      ...{ id: 'gone', instrument: 'wherry', removedAt: new Date().toISOString() },
      ...{ sensor: document.sensors[0], voices: [], zones: [], bits: 12 },
    };
    await removeSensor(removed, db);
    const workspace = workspaceOf('wherry', false, db);
    await workspace.open();
    expect(workspace.store.getState().takes).toEqual([]);
    expect((await asideOf('wherry', db)).sensors.map((s) => s.sensor.name)).toEqual(['Bellows']);
    await bringBackSensor(removed, true, db);
    await workspace.reloadTakes();
    expect(workspace.store.getState().takes).toHaveLength(6);
    expect((await asideOf('wherry', db)).sensors).toEqual([]);
  });
  it('finds the demonstration’s calibration and its takes together', async () => {
    await seedDemo(demo, db);
    const { document } = (await db.instruments.get('wherry'))!;
    const ids = (await db.takes.toArray()).map((t) => t.id).sort();
    expect([...document.sensors[0].calibration!.takes].sort()).toEqual(ids);
  });
  it('keeps two instruments of one name apart', async () => {
    expect([
      await beginInstrument('Reed box', undefined, db),
      await beginInstrument('Reed  box', undefined, db),
      await beginInstrument('¿?', undefined, db),
    ]).toEqual(['reed-box', 'reed-box-2', 'instrument']);
  });
  it('imports an instrument whole or not at all', async () => {
    const { instrument } = await demo();
    const bad = JSON.parse(instrument);
    bad.sensors[0].calibration.off = 9999;
    const refused = await importInstrument(JSON.stringify(bad), db);
    expect(refused.ok).toBe(false);
    expect(await db.instruments.count()).toBe(0);
    expect(await importInstrument(instrument, db)).toEqual({ ok: true, value: 'wherry' });
  });
  it('imports a take or says in one sentence why not', async () => {
    const instrument = JSON.parse((await demo()).instrument) as Instrument;
    const says = async (text: string, name = 'a.csv') => {
      const read = readTakeCsv(text, { unnamed: ['bellows'] });
      const kept = read.ok ? await importTake(read.value, name, instrument, 'bellows', { db }) : read;
      return kept.ok ? kept.value : kept.faults[0].says;
    };
    expect(await says('# role: soft\nt_us,bellows\n0,1\nx\n1000,2\n')).toMatchObject({
      role: 'soft',
      leftOut: 1,
      frames: 2,
    });
    expect(await says('# role: soft\nt_us,other\n0,1\n')).toMatch(
      /no column bellows.*Nothing was kept; rename/,
    );
    expect(await says('t_us,bellows\n0,1\n')).toMatch(/does not say what it was played for.*# role: soft/);
    expect(await says('0,1\n1000,2\n2000,3\n', 'my-loud_2.csv')).toMatchObject({ role: 'loud', frames: 3 });
    expect(await says('# role: soft\nt_us,bellows\n0,9000\n')).toMatch(/over 4095.*check the board/);
    expect(await says('')).toMatch(/Nothing was kept/);
    await says('# role: hold\n# take: held\n# marks: 1000 2000\nt_us,bellows\n0,1\n1000,2\n2000,3\n');
    expect((await db.takes.get('held'))!.marks).toEqual([1000, 2000]);
  });
});

describe('an open instrument', () => {
  const open = async (readOnly = false) => {
    await addInstrument(JSON.parse((await demo()).instrument), db);
    const workspace = workspaceOf('wherry', readOnly, db);
    await workspace.open();
    return workspace;
  };
  const present = (w: Awaited<ReturnType<typeof open>>) => w.store.getState().history!.present;
  it('saves by itself, undoes, and logs what is worth it', async () => {
    const w = await open();
    w.change('renamed', { ...present(w), name: 'Wherry II' }, true);
    await vi.waitFor(async () =>
      expect((await db.instruments.get('wherry'))!.document.name).toBe('Wherry II'),
    );
    expect(present(w).log.at(-1)!.says).toBe('renamed');
    expect(await w.undo()).toMatchObject({ says: 'renamed' });
    expect(present(w).name).toBe('Wherry');
    await w.close();
    expect((await db.instruments.get('wherry'))!.document.name).toBe('Wherry');
    expect(await w.redo()).toMatchObject({ says: 'renamed' });
  });
  it('takes back takes, recordings and moved thresholds in the order in which they came, each alone', async () => {
    const w = await open();
    await keepTake(label('t', { instrument: 'wherry' }), { channels: ['breath'], ...piece(0, 5) }, db);
    await w.reloadTakes();
    w.came('takes', 't', 'soft take played');
    w.draft('bellows', { on: 3, off: 0, holdOffMs: 0 }, '“on” moved');
    w.change('renamed', { ...present(w), name: 'Wherry II' });
    const says = async () => (await w.undo())?.says;
    expect(await says()).toBe('renamed');
    expect(w.store.getState().drafts).toHaveProperty('bellows');
    expect(await says()).toBe('“on” moved');
    expect([w.store.getState().drafts, w.store.getState().takes.length]).toEqual([{}, 1]);
    expect(await says()).toBe('soft take played');
    expect([w.store.getState().takes, await says()]).toEqual([[], undefined]);
    for (let i = 0; i < 3; i++) await w.redo();
    expect([w.store.getState().takes.length, present(w).name]).toEqual([1, 'Wherry II']);
    expect(w.store.getState().drafts).toEqual({ bellows: { on: 3, off: 0, holdOffMs: 0 } });
  });
  it('changes nothing where another tab holds it', async () => {
    for (const minute of [1, 2])
      await keepTake(
        label(`t${minute}`, { instrument: 'wherry' }),
        { channels: ['breath'], ...piece(0, 5) },
        db,
      );
    const w = await open(true);
    expect(await db.takes.count()).toBe(2);
    expect(w.change('renamed', { ...present(w), name: 'No' })).toBe(false);
    expect(present(w).name).toBe('Wherry');
  });
  it('saves at once when it is told to, before the page is gone', async () => {
    const w = await open();
    w.change('renamed', { ...present(w), name: 'Quick' });
    await w.flush();
    expect((await db.instruments.get('wherry'))!.document.name).toBe('Quick');
  });
  it('keeps at once what its page is left with, and saves it when it is opened again; what was saved since counts', async () => {
    const held = new Map<string, string>();
    vi.stubGlobal('localStorage', {
      getItem: (key: string) => held.get(key) ?? null,
      setItem: (key: string, value: string) => held.set(key, value),
      removeItem: (key: string) => held.delete(key),
    });
    const left = await open();
    left.change('renamed', { ...present(left), name: 'Left behind' });
    const put = vi.spyOn(db.instruments, 'put').mockRejectedValueOnce(new Error('the page is gone'));
    left.leave();
    expect(held.size).toBe(1);
    // Its page is gone: what it was saving came to nothing, and it does not try again.
    left.store.setState({ readOnly: true });
    await vi.waitFor(() => expect(put).toHaveBeenCalled());
    const again = workspaceOf('wherry', false, db);
    await again.open();
    expect(again.store.getState().history!.present.name).toBe('Left behind');
    await again.close();
    expect((await db.instruments.get('wherry'))!.document.name).toBe('Left behind');
    expect(held.size).toBe(0);
    // A save of an older state that ends late forgets nothing.
    again.change('one', { ...present(left), name: 'Older' });
    const older = again.flush();
    again.change('two', { ...present(left), name: 'Newest' });
    again.leave();
    vi.spyOn(db.instruments, 'put').mockRejectedValue(new Error('the page is gone'));
    await older;
    expect(JSON.parse([...held.values()][0]).document.name).toBe('Newest');
    vi.restoreAllMocks();
    await again.close();
    held.set(
      'cheironom-unsaved-wherry',
      JSON.stringify({ document: present(left), changedAt: '2020-01-01' }),
    );
    await db.instruments.update('wherry', { document: { ...present(left), name: 'Newer' } });
    const newer = workspaceOf('wherry', false, db);
    await newer.open();
    expect(newer.store.getState().history!.present.name).toBe('Newer');
    vi.unstubAllGlobals();
  });
  it('keeps at once what is being saved as its page is left: a save that was broken off costs nothing', async () => {
    const held = new Map<string, string>();
    vi.stubGlobal('localStorage', {
      getItem: (key: string) => held.get(key) ?? null,
      setItem: (key: string, value: string) => held.set(key, value),
      removeItem: (key: string) => held.delete(key),
    });
    const left = await open();
    left.change('renamed', { ...present(left), name: 'Broken off' });
    // The page ends before the database answers.
    vi.spyOn(db, 'transaction').mockReturnValueOnce(new Promise(() => {}) as never);
    void left.flush();
    left.leave();
    const again = workspaceOf('wherry', false, db);
    await again.open();
    expect(present(again).name).toBe('Broken off');
    await again.close();
    vi.unstubAllGlobals();
    vi.restoreAllMocks();
  });
  it('opens what was kept where what its page was left with cannot be read', async () => {
    const first = await open();
    const unsaved = { document: { nonsense: true }, changedAt: '2030-01-01', revision: 99 };
    vi.stubGlobal('localStorage', { getItem: () => JSON.stringify(unsaved), setItem() {}, removeItem() {} });
    const again = workspaceOf('wherry', false, db);
    await again.open();
    expect(again.store.getState().status).toBe('open');
    expect(present(again)).toEqual(present(first));
    vi.unstubAllGlobals();
  });
  it('does not bring back what another tab removed, and says so', async () => {
    const w = await open();
    await removeInstrument('wherry', db);
    w.change('renamed', { ...present(w), name: 'Ghost' });
    await w.close();
    expect((await db.instruments.get('wherry'))!).toMatchObject({
      document: { name: 'Wherry' },
      removedAt: expect.any(String),
    });
    expect(w.store.getState().troubles.saving).toMatch(/removed from the bench in another tab/);
  });
  it('goes on, on screen, when storage is full, says what to do, and saves once there is room', async () => {
    const w = await open();
    const full = Object.assign(new Error('full'), {
      name: 'AbortError',
      inner: { name: 'QuotaExceededError' },
    });
    vi.spyOn(db.instruments, 'put').mockRejectedValueOnce(full);
    w.change('renamed', { ...present(w), name: 'Kept on screen' });
    await w.flush();
    expect(present(w).name).toBe('Kept on screen');
    expect(w.store.getState().troubles.saving).toMatch(/storage is full.*kept on screen only; export/);
    await w.reloadTakes();
    expect(w.store.getState().troubles.saving).toBeDefined();
    await w.close();
    expect(w.store.getState().troubles).toEqual({});
    expect((await db.instruments.get('wherry'))!.document.name).toBe('Kept on screen');
  });
  it('says so when it is not there, or storage is refused', async () => {
    const missing = workspaceOf('nobody', false, db);
    await missing.open();
    expect(missing.store.getState().status).toBe('missing');
    vi.spyOn(db.instruments, 'get').mockRejectedValueOnce(
      Object.assign(new Error(), { name: 'InvalidStateError' }),
    );
    const refused = workspaceOf('wherry', false, db);
    await refused.open();
    expect(refused.store.getState()).toMatchObject({
      status: 'refused',
      troubles: { reading: expect.stringMatching(/refuses to store.*private window/) },
    });
  });
  it('has a sentence for every refusal, a newer database and the unknown among them', () => {
    expect(storageWords({ name: 'VersionError' })).toMatch(/newer Cheironom.*update/);
    expect(storageWords(new TypeError('x'))).toMatch(/Storing failed \(TypeError\).*export/);
  });
});

const recording: KeptRecording = {
  ...{
    id: 'r',
    instrument: 'wherry',
    name: 'First tune',
    notes: '',
    tags: [],
    marks: [],
    at: '2026-11-26T10:00:00Z',
  },
  ...{ channels: ['bellows'], contacts: [], bits: 12, seconds: 0, whole: false },
};
const somePieces = (n: number) =>
  Array.from({ length: n }, (_, i) => ({ tUs: Float64Array.of(i * 1000), counts: Uint16Array.of(i) }));

describe('recordings', () => {
  const read = async () => {
    const pieces: number[] = [];
    for await (const some of piecesIn('r', db)) pieces.push(...some.map((p) => p.counts[0]));
    return pieces;
  };
  it('are kept until they are removed, with what is said of them, the newest first', async () => {
    await beginRecording(recording, db);
    await beginRecording({ ...recording, id: 's', at: '2026-11-26T11:00:00Z' }, db);
    await addPieces('r', 0, somePieces(200), db);
    expect(await endRecording('r', { pieces: 200, marks: [5000], seconds: 0.2 }, db)).toEqual([]);
    await describeRecording('r', { name: 'Slow tune', tags: ['cold room'] }, db);
    const [newest, first] = await recordingsOf('wherry', db);
    expect(newest.id).toBe('s');
    expect(first).toEqual({
      ...recording,
      name: 'Slow tune',
      tags: ['cold room'],
      marks: [5000],
      seconds: 0.2,
      whole: true,
    });
    expect(await read()).toEqual(Array.from({ length: 200 }, (_, i) => i));
    await removeRecording('r', db);
    expect([await db.pieces.count(), (await recordingsOf('wherry', db)).length]).toEqual([0, 1]);
  });
  it('with a hole are not whole, and are read up to it', async () => {
    await beginRecording(recording, db);
    await addPieces('r', 0, somePieces(70), db);
    await addPieces('r', 71, somePieces(2), db);
    expect(await endRecording('r', { pieces: 74, marks: [], seconds: 0.07 }, db)).toEqual([70, 73]);
    expect((await recordingsOf('wherry', db))[0].whole).toBe(false);
    expect(await read()).toEqual(Array.from({ length: 70 }, (_, i) => i));
  });
});
