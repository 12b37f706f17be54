import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { compile } from '@/core/compile/compile';
import { writeSource } from '@/core/exchange/firmware/header';
import type { Instrument } from '@/core/instrument/document';
import { importInstrument } from './bench';
import { Database } from './database';
import { backTo, MAIN_LINE, readVersion, versionsOf } from './versions';
import { createWorkspace } from './workspace';

let n = 0;
async function opened() {
  const db = new Database(`versions-${n++}`);
  const id = await importInstrument(readFileSync('demo/wherry.json', 'utf8'), db);
  if (!id.ok) throw new Error(id.faults[0].says);
  const workspace = createWorkspace(id.value, false, db);
  await workspace.open();
  return { db, id: id.value, workspace, now: () => workspace.store.getState().history!.present };
}
const played = (instrument: Instrument) => writeSource(compile(instrument), true);
const onChannel = (instrument: Instrument, channel: number): Instrument => ({
  ...instrument,
  zones: instrument.zones.map((z, i) => (i === 0 && z.is === 'single' ? { ...z, channel } : z)),
});

describe('versions', () => {
  it('are made by every accepted change, with what changed in words, in the log too; none where nothing did', async () => {
    const { db, id, workspace, now } = await opened();
    const before = now().log.length;
    workspace.change('channel 7', onChannel(now(), 7), true);
    workspace.change('nothing', { ...now() }, true);
    workspace.change('not accepted', onChannel(now(), 8));
    await workspace.addVersion(now(), { says: 'kept', changes: [] });
    const versions = await versionsOf(id, db);
    expect(versions.map(({ n, says, branch }) => [n, says, branch])).toEqual([
      [2, 'kept', MAIN_LINE],
      [1, 'channel 7', MAIN_LINE],
    ]);
    expect(versions[1].changes).toEqual([expect.stringMatching(/^zone: channel \d+ → 7$/)]);
    expect(
      now()
        .log.slice(before)
        .map(({ says, changes = [] }) => [says, changes.length]),
    ).toEqual([
      ['channel 7', 1],
      ['nothing', 0],
    ]);
    expect(workspace.store.getState().versions).toHaveLength(2);
  });
  it('taken back give the same bytes as they gave then; the log goes on', async () => {
    const { db, id, workspace, now } = await opened();
    for (const channel of [3, 9, 12]) workspace.change(`channel ${channel}`, onChannel(now(), channel), true);
    const then = played(onChannel(now(), 9));
    await workspace.addVersion(now(), { says: 'on a branch', changes: [], branch: 'louder' });
    const second = (await versionsOf(id, db)).find(({ n }) => n === 2)!;
    const read = readVersion(second);
    if (!read.ok) throw new Error(read.faults[0].says);
    expect(second.document.log).toEqual([]);
    workspace.change('back to version 2', backTo(now(), read.value), true);
    expect(played(now())).toBe(then);
    expect(now().log.at(-1)!.says).toBe('back to version 2');
    await workspace.addVersion(now(), { says: 'x', changes: [] });
    // It goes on where it was: on the branch.
    expect((await versionsOf(id, db))[0].branch).toBe('louder');
  });
});
