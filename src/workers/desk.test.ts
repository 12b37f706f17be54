import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { csvPreviewOf } from '@/core/exchange/takes/csv-columns';
import { readInstrument } from '@/core/exchange/document/instrument-json';
import { readTakeCsv } from '@/core/exchange/takes/take-csv';
import type { Instrument } from '@/core/instrument/document';
import { piecesOf } from '@/core/signal/pieces';
import type { Frames } from '@/core/signal/take';
import { Desk } from './desk';

const wherry = ((): Instrument => {
  const read = readInstrument(readFileSync('demo/wherry.json', 'utf8'));
  if (!read.ok) throw new Error(read.faults[0].says);
  return read.value;
})();
const file = (text: string) => new Blob([text]);
const rows = (n: number, row: (i: number) => string) =>
  Array.from({ length: n }, (_, i) => row(i)).join('\n') + '\n';

/** Reads a file as its beginning proposes. */
async function read(text: string) {
  const desk = new Desk();
  const shares: number[] = [];
  const preview = (await csvPreviewOf(file(text), []))!;
  const shape = await desk.read(file(text), preview.columns, 1000, (s) => shares.push(s));
  return { desk, shares, shape };
}
const heard = async (desk: Desk) => {
  const listened = await desk.listen(wherry, () => {});
  if (!listened.ok) throw new Error(listened.faults[0].says);
  return listened.value.lanes.map((l) => [l.sensor, l.lane, Math.round(l.rest)]);
};

describe('a file on the desk', () => {
  it('is heard with the instrument’s lanes by their names, and tells how far it is read', async () => {
    const { desk, shares, shape } = await read(readFileSync('demo/wherry-leaves-medium.csv', 'utf8'));
    expect((await heard(desk)).map(([sensor]) => sensor)).toEqual(new Array(10).fill('leaves'));
    expect(shape.ok && shape.value.leftOut).toBeNull();
    expect(shares[0]).toBe(0);
  });
  it('has columns that the instrument does not know as lanes of their own, on as many bits as their counts need', async () => {
    const { desk, shape } = await read(
      `x y z\n${rows(200, (i) => `${i % 3} ${500 + (i % 5)} ${1030 + (i % 2)}`)}oops\n`,
    );
    expect(await heard(desk)).toEqual([
      ['x', 'x', 1],
      ['y', 'y', 502],
      ['z', 'z', 1031],
    ]);
    expect(shape.ok && shape.value).toMatchObject({
      bits: 12,
      leftOut: expect.stringMatching(/^1 line was left out \(line 202/),
    });
  });
  it('is heard with the columns that the instrument knows and those that it does not, side by side', async () => {
    const { desk } = await read(`bellows,spare\n${rows(200, (i) => `${2040 + (i % 3)},0`)}`);
    expect((await heard(desk)).map(([sensor]) => sensor)).toEqual(['bellows', 'spare']);
  });
  it('may hold edges alone', async () => {
    const { shape } = await read('t_us,contact,closed\n1000,knee,1\n90000,knee,0\n');
    expect(shape.ok && shape.value).toMatchObject({
      channels: [],
      contacts: ['knee'],
      endUs: expect.closeTo(3_199_000, -4),
    });
  });
  it('of too few frames says so in a sentence', async () => {
    const { desk } = await read(rows(5, (i) => `${i}`));
    const few = await desk.listen(wherry, () => {});
    expect(few.ok ? '' : few.faults[0].says).toBe('It has 5 frames; 32 are the least that say anything.');
  });
});

describe('a recording on the desk', () => {
  const frames: Frames = {
    channels: ['a', 'b'],
    tUs: Float64Array.from({ length: 5000 }, (_, i) => i * 1000),
    counts: Uint16Array.from({ length: 10_000 }, (_, i) => (i % 2 === 0 ? (i / 2) % 100 : 2000 + i)),
    edges: {
      contacts: ['k', 'm'],
      tUs: Float64Array.of(1_000_000, 1_002_000, 3_000_000),
      contact: Uint16Array.of(0, 1, 0),
      closed: Uint8Array.of(1, 0, 0),
    },
  };
  const laid = () => {
    const desk = new Desk();
    desk.begin(frames.channels);
    for (const piece of piecesOf(frames)) desk.add([piece]);
    return { desk, shape: desk.end() };
  };
  it('that came in pieces is whole: drawn by its lowest and highest counts and its contacts, measured at any time', () => {
    const { desk, shape } = laid();
    expect(shape).toMatchObject({ frames: 5000, endUs: 4_999_000, contacts: ['k', 'm'], bits: 14 });
    const drawn = desk.draw({ fromUs: 0, toUs: 4_999_000, n: 5 });
    expect([...drawn.channels[0]]).toEqual([0, 99, 0, 99, 0, 99, 0, 99, 0, 99]);
    expect(drawn.channels[1][0]).toBe(2001);
    // m opens first, so it was closed before.
    expect(drawn.contacts.map((c) => [...c])).toEqual([
      [0, 2, 1, 2, 0],
      [1, 2, 0, 0, 0],
    ]);
    expect([desk.countsAt(2_000_400), desk.countsAt(-1)]).toEqual([[0, 2000 + 4001], []]);
  });
  it('is drawn while it is listened to, between two lanes', async () => {
    const { desk } = laid();
    const order: string[] = [];
    const listening = desk
      .listen(wherry, (share) => order.push(String(share)))
      .then(() => order.push('heard'));
    setTimeout(() => order.push(`drawn ${desk.draw({ fromUs: 0, toUs: 1000, n: 1 }).channels.length}`));
    await listening;
    expect(order).toEqual(['0', '0.25', 'drawn 2', '0.5', '0.75', 'heard']);
  });
  it('cut, it is shorter for whatever is asked then; a part of it is a copy that leaves it as it is', () => {
    const { desk } = laid();
    const part = desk.part(1_000_000, 1_999_000, ['b'], ['k']);
    expect([part.channels, part.tUs.length, part.tUs[0], part.edges!.contacts]).toEqual([
      ['b'],
      1000,
      0,
      ['k'],
    ]);
    expect(desk.shape().frames).toBe(5000);
    expect(desk.cut(1_000_000, 1_999_000)).toMatchObject({ frames: 1000, endUs: 999_000 });
    expect(desk.countsAt(0)).toEqual([0, 2000 + 2001]);
    expect([0, 1].map((first) => desk.pieces(first, 5).length)).toEqual([1, 0]);
  });
  it('written as CSV, it is read as it was, with what was said of it', async () => {
    const { desk } = laid();
    const back = readTakeCsv(await desk.csv({ name: 'tune', marks: '1000' }).text());
    expect(back.ok && [back.value.frames.counts, back.value.frames.edges, back.value.notes]).toEqual([
      frames.counts,
      frames.edges,
      { name: 'tune', marks: '1000' },
    ]);
  });
});
