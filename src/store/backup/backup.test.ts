import { execFileSync } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { gzipSync } from 'fflate';
import { describe, expect, it, vi } from 'vitest';
import type { Instrument } from '@/core/instrument/document';
import { randomInstrument } from '@/core/testing/random-instruments';
import { random } from '@/core/signal/random';
import { addInstrument } from '../bench';
import { keepCheckUp } from '../check-ups';
import { Database, nextOrder, type KeptPiece } from '../database';
import { keepPicture } from '../pictures';
import { addPieces, beginRecording } from '../recordings';
import { keepTake } from '../takes';
import { keepTrial } from '../trials';
import { keepVersion } from '../versions';
import { readBackup } from './read-backup';
import { writeBackup } from './write-backup';
import { soaking } from '@/core/testing/many';

let n = 0;
const fresh = () => new Database(`backup-${n++}`);
const at = '2026-03-01T10:00:00.000Z';

const framesOf = (seed: number, frames: number) => {
  const r = random(seed);
  return {
    channels: ['a', 'b'],
    tUs: Float64Array.from({ length: frames }, (_, i) => i * 1000 + r.whole(0, 9)),
    counts: Uint16Array.from({ length: 2 * frames }, () => r.whole(0, 4095)),
    edges: {
      contacts: ['k'],
      tUs: Float64Array.from([1.5, 700]),
      contact: Uint16Array.of(0, 0),
      closed: Uint8Array.of(1, 0),
    },
  };
};

/** A library as a maker has it after a while. */
async function library(db: Database, seed: number): Promise<void> {
  const r = random(seed);
  for (let i = 0; i < 3; i++) {
    const take = `take-${seed}-${i}`;
    const picture = `picture-${seed}-${i}`;
    const made: Instrument = {
      ...JSON.parse(JSON.stringify(randomInstrument(seed + i))),
      name: `Instrument ${i}`,
    };
    const [sensor] = made.sensors;
    if (sensor.calibration)
      made.sensors[0] = { ...sensor, calibration: { ...sensor.calibration, takes: [take] } };
    made.log = [{ at, says: 'The hinge was glued.', by: 'maker', pictures: [picture], cost: 2.5 }];
    const instrument = await addInstrument({ ...made, id: `made-${i}` }, db);
    const label = { instrument, sensor: sensor.id, at, channels: ['a', 'b'], bits: 12, rateHz: 1000 };
    await keepTake(
      { ...label, id: take, role: 'soft', whole: false },
      framesOf(seed, r.whole(900, 2200)),
      db,
    );
    await keepVersion(instrument, made, { says: 'measured', changes: ['Bellows: on 22 → 31'] }, db);
    await keepPicture(
      {
        id: picture,
        instrument,
        type: 'image/webp',
        width: 4,
        height: 3,
        bytes: Uint8Array.from({ length: 7000 }, () => r.whole(0, 255)),
      },
      db,
    );
    await keepTrial(
      {
        id: `trial-${seed}-${i}`,
        instrument,
        trial: 'even',
        sensor: 'a',
        at,
        score: 0.9,
        low: 0.8,
        high: 1,
        of: 20,
      },
      db,
    );
    await keepCheckUp({ id: `check-${seed}-${i}`, instrument, at, celsius: 21, lanes: [] }, db);
    const about = {
      name: 'Evening',
      notes: '',
      tags: [],
      marks: [1e6],
      at,
      contacts: [],
      seconds: 0,
      whole: false,
    };
    const recording = `recording-${seed}-${i}`;
    await beginRecording({ ...about, id: recording, instrument, channels: ['a', 'b'], bits: 12 }, db);
    const { tUs, counts } = framesOf(seed + 7, 500);
    await addPieces(recording, 0, [{ tUs, counts }], db);
  }
}

const collected = async (db: Database): Promise<Uint8Array> => {
  const parts: Uint8Array[] = [];
  for await (const part of writeBackup(db)) parts.push(part);
  return Uint8Array.from(Buffer.concat(parts));
};

/** A file as a stream, in pieces that fall anywhere. */
async function* streamed(bytes: Uint8Array, pieceBytes = 5000) {
  for (let from = 0; from < bytes.length; from += pieceBytes) yield bytes.subarray(from, from + pieceBytes);
}

const TABLES = [
  'instruments',
  'takes',
  'recordings',
  'pieces',
  'versions',
  'trials',
  'checkUps',
  'pictures',
  'removedSensors',
];
const all = async (db: Database) =>
  Object.fromEntries(await Promise.all(TABLES.map(async (name) => [name, await db.table(name).toArray()])));

/** Waits until nothing more comes in. */
async function quiet(db: Database): Promise<void> {
  for (let before = -1, now = 0; now !== before;) {
    before = now;
    await new Promise((resolve) => setTimeout(resolve, 50));
    now = JSON.stringify(await all(db)).length;
  }
}

describe('everything in one file', () => {
  it('comes out as it went in, over random libraries, however the file is cut into pieces', async () => {
    for (const seed of [1, 101, 201]) {
      const [before, after] = [fresh(), fresh()];
      await library(before, seed);
      const file = await collected(before);
      const brought = await readBackup(streamed(file, 1 + (seed % 3) * 999), after);
      expect(brought.damaged).toEqual([]);
      expect(brought.came).toHaveLength(3);
      expect(await all(after)).toEqual(await all(before));
    }
  });
  it('is read by other programs: gzip gives a line of JSON a record (RFC 1952)', async () => {
    const db = fresh();
    await library(db, 5);
    const text = execFileSync('gzip', ['-dc'], {
      input: await collected(db),
      encoding: 'utf8',
      maxBuffer: 1 << 28,
    });
    const records = text
      .trim()
      .split('\n')
      .map((line) => JSON.parse(line));
    expect(records[0]).toMatchObject({ is: 'head', format: 'cheironom-backup' });
    expect(records.filter(({ is }) => is === 'instrument').map(({ row }) => row.document.name)).toEqual([
      'Instrument 0',
      'Instrument 1',
      'Instrument 2',
    ]);
    expect(records.at(-1)).toMatchObject({ is: 'end', records: records.length - 1 });
  });
  it('overwrites nothing: what is the same stays, what is another comes beside it with all that belongs to it', async () => {
    const db = fresh();
    await library(db, 9);
    const file = await collected(db);
    expect(await readBackup(streamed(file), db)).toMatchObject({
      came: [],
      beside: [],
      there: ['Instrument 0', 'Instrument 1', 'Instrument 2'],
      records: 0,
      damaged: [],
    });
    const kept = (await db.instruments.get('made-1'))!;
    await db.instruments.put({ ...kept, document: { ...kept.document, name: 'Mine now' } });
    const before = await all(db);
    const brought = await readBackup(streamed(file), db);
    expect(brought).toMatchObject({ beside: ['Instrument 1'], came: [], damaged: [] });
    expect((await db.instruments.get('made-1'))!.document.name).toBe('Mine now');
    const beside = (await db.instruments.get('made-1-2'))!.document;
    const [{ id: take }] = await db.takes.where({ instrument: 'made-1-2' }).toArray();
    expect(take).not.toBe('take-9-1');
    if (beside.sensors[0].calibration) expect(beside.sensors[0].calibration.takes).toEqual([take]);
    expect(await db.pictures.get(beside.log[0].pictures![0])).toMatchObject({ instrument: 'made-1-2' });
    expect(await db.pieces.where('take').equals(take).count()).toBe(
      await db.pieces.where('take').equals('take-9-1').count(),
    );
    const now = await all(db);
    for (const table of TABLES) expect(now[table]).toEqual(expect.arrayContaining(before[table]));
  });
  it('goes on where an import was cut off anywhere: the same file then brings the rest', async () => {
    const source = fresh();
    await library(source, 61);
    const file = await collected(source);
    const want = await all(source);
    for (let cut = 0; cut < 12; cut++) {
      const db = fresh();
      // The browser goes, and says nothing more to its storage.
      const stopped = (async function* () {
        yield* streamed(file.subarray(0, Math.round((file.length * (cut + 0.5)) / 12)), 900);
        await new Promise(() => {});
      })();
      void readBackup(stopped, db);
      await quiet(db);
      const brought = await readBackup(streamed(file), db);
      expect(brought.damaged).toEqual([]);
      expect(await all(db)).toEqual(want);
    }
  });
  it('gives what is whole of a damaged file, and says what is not: bytes changed, cut out, or the end missing', async () => {
    const source = fresh();
    await library(source, 21);
    const file = await collected(source);
    const want = await all(source);
    for (let seed = 0; seed < 9; seed++) {
      const r = random(seed);
      const from = r.whole(0, file.length - 1);
      const long = r.whole(1, 4000);
      const broken =
        seed % 3 === 0
          ? file.slice(0, from)
          : seed % 3 === 1
            ? Uint8Array.from([...file.subarray(0, from), ...file.subarray(from + long)])
            : file.map((byte, i) => (i >= from && i < from + long ? byte ^ (1 + (i % 255)) : byte));
      const db = fresh();
      const brought = await readBackup(streamed(broken), db);
      expect(brought.damaged.length, `seed ${seed}`).toBeGreaterThan(0);
      const got = await all(db);
      for (const table of TABLES) expect(want[table]).toEqual(expect.arrayContaining(got[table]));
      // No take is there in part.
      for (const { id } of [...got.takes, ...got.recordings])
        expect(await db.pieces.where('take').equals(id).count()).toBe(
          await source.pieces.where('take').equals(id).count(),
        );
      db.close();
    }
  });
  it('is refused whole where a newer version wrote it, or it is something else', async () => {
    const db = fresh();
    const other = await readBackup(streamed(Uint8Array.from(readFileSync('demo/wherry.json'))), db);
    expect(other.damaged).toEqual([expect.stringMatching(/no file of everything/)]);
    const { writeMember } = await import('./members');
    const newer = writeMember({ is: 'head', format: 'cheironom-backup', version: 9, at, instruments: [] });
    expect((await readBackup(streamed(newer), db)).damaged).toEqual([
      expect.stringMatching(/newer Cheironom/),
    ]);
    expect(await db.instruments.count()).toBe(0);
  });
  it('makes nothing of records that are not what they say, nor of one that would unpack without end; takes played later are newer', async () => {
    const db = fresh();
    const { writeMember } = await import('./members');
    const head = { is: 'head', format: 'cheironom-backup', version: 1, at, instruments: [] };
    const bad = [
      { is: 'instrument', row: null },
      { is: 'take', row: { id: 1 }, pieces: 'x' },
      { is: 'toString', row: {} },
      { is: 'piece', row: { take: 't', n: 0, tUs: [1], counts: [70_000] } },
      {
        is: 'picture',
        row: { id: 'p', instrument: 'i', type: 'text/html', width: 1, height: 1 },
        base64: '',
      },
    ];
    const endless = Uint8Array.from(
      gzipSync(new Uint8Array(200 * 2 ** 20), { filename: 'cheironom', mtime: 0, level: 1 }),
    );
    const file = Buffer.concat([
      writeMember(head),
      ...bad.map(writeMember),
      endless,
      writeMember({ is: 'end', records: 7 }),
    ]);
    const brought = await readBackup(streamed(Uint8Array.from(file)), db);
    expect(brought).toMatchObject({ came: [], records: 0, damaged: ['6 records could not be read.'] });
    const from = fresh();
    await library(from, 41);
    for (let i = 0; i < 20; i++) await nextOrder(from);
    const late = {
      instrument: 'made-0',
      sensor: 's',
      at,
      channels: ['a'],
      bits: 12,
      rateHz: 1000,
      id: 'late',
      role: 'soft' as const,
      whole: false,
    };
    await keepTake(late, { channels: ['a'], tUs: Float64Array.of(0), counts: Uint16Array.of(1) }, from);
    await readBackup(streamed(await collected(from)), db);
    await keepTake(
      { ...late, id: 'later' },
      { channels: ['a'], tUs: Float64Array.of(0), counts: Uint16Array.of(2) },
      db,
    );
    expect((await db.takes.get('later'))!.order).toBeGreaterThan((await db.takes.get('late'))!.order);
  });
  it('stops where the disk is full, keeps what had come, and no part of a take', async () => {
    const source = fresh();
    await library(source, 33);
    const file = await collected(source);
    const db = fresh();
    await db.open();
    let pieces = 0;
    vi.spyOn(db.pieces, 'put').mockImplementation((() => {
      if (++pieces > 3) throw new DOMException('', 'QuotaExceededError');
      return Promise.resolve(['', 0]);
    }) as never);
    const brought = await readBackup(streamed(file), db);
    expect(brought.damaged.join(' ')).toMatch(/lacks .* left out\. The browser’s storage is full\./);
    expect(brought.came.length).toBeGreaterThan(0);
  });
});

/** Memory that a stream of many pieces takes is that of one: measured on a source that makes them as they are asked for. */
describe.runIf(soaking)('a long recording', () => {
  const SECONDS = Number(process.env.BACKUP_SECONDS ?? 150);
  it(`of 32 lanes is written and read with flat memory: ${SECONDS} s`, async () => {
    const db = fresh();
    const instrument = await addInstrument(randomInstrument(3), db);
    await keepTake(
      {
        id: 'long',
        instrument,
        sensor: 'a',
        role: 'soft',
        at,
        channels: ['a'],
        bits: 12,
        rateHz: 1000,
        whole: false,
      },
      { channels: ['a'], tUs: Float64Array.of(0), counts: Uint16Array.of(1) },
      db,
    );
    const r = random(1);
    const made = (i: number): KeptPiece => ({
      ...{ take: 'long', n: i },
      tUs: Float64Array.from({ length: 1000 }, (_, k) => i * 1e6 + k * 1000),
      counts: Uint16Array.from({ length: 32_000 }, () => r.whole(0, 4095)),
    });
    const keys = Array.from({ length: SECONDS }, (_, i) => ['long', i] as [string, number]);
    const where = db.pieces.where.bind(db.pieces);
    // No mocks of Vitest's: they keep all that they were called with.
    Object.assign(db.pieces, {
      where: (key: string) =>
        key === 'take' ? { equals: () => ({ primaryKeys: async () => keys }) } : where(key),
      get: async (key: [string, number]) => made(key[1]),
    });
    const target = fresh();
    await target.open();
    let came = 0;
    Object.assign(target.pieces, { put: async ({ counts }: KeptPiece) => void (came += counts.length) });
    let bytes = 0;
    let most = 0;
    async function* through() {
      for await (const part of writeBackup(db)) {
        bytes += part.length;
        if (bytes % 7 === 0)
          most = Math.max(most, process.memoryUsage().arrayBuffers + process.memoryUsage().heapUsed);
        yield part;
      }
    }
    const begins = process.memoryUsage().arrayBuffers + process.memoryUsage().heapUsed;
    const brought = await readBackup(through(), target);
    expect(brought.damaged).toEqual([]);
    expect(came).toBe(SECONDS * 32_000);
    // Far below what went through: 64 kB of counts a second, several times as much as text.
    expect(most - begins).toBeLessThan(300e6);
  }, 3_600_000);
});
