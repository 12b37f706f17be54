import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { readInstrument } from '@/core/exchange/instrument-json';
import type { Instrument } from '@/core/instrument/document';
import { analysis } from './analysis';

const wherry = ((): Instrument => {
  const read = readInstrument(readFileSync('demo/wherry.json', 'utf8'));
  if (!read.ok) throw new Error(read.faults[0].says);
  return read.value;
})();
const file = (text: string) => new Blob([text]);
const rows = (n: number, row: (i: number) => string) =>
  Array.from({ length: n }, (_, i) => row(i)).join('\n') + '\n';

describe('a file that is listened to', () => {
  it('finds the instrument’s lanes by their names, and tells how far it is', async () => {
    const shares: number[] = [];
    const csv = readFileSync('demo/wherry-leaves-medium.csv', 'utf8');
    const heard = await analysis.listenToFile(wherry, file(csv), (s) => shares.push(s));
    if (!heard.ok) throw new Error(heard.faults[0].says);
    expect(heard.value.listened.lanes.map((l) => l.sensor)).toEqual(new Array(10).fill('leaves'));
    expect(heard.value.leftOut).toBeNull();
    expect(shares[0]).toBe(0);
  });
  it('takes columns that it does not know as lanes of their own, on as many bits as their counts need', async () => {
    const log = `x y z\n${rows(200, (i) => `${i % 3} ${500 + (i % 5)} ${1030 + (i % 2)}`)}oops\n`;
    const heard = await analysis.listenToFile(wherry, file(log), () => {});
    if (!heard.ok) throw new Error(heard.faults[0].says);
    const { listened, leftOut } = heard.value;
    expect(listened.lanes.map((l) => [l.lane, Math.round(l.rest)])).toEqual([
      ['x', 1],
      ['y', 502],
      ['z', 1031],
    ]);
    expect(leftOut).toMatch(/^1 line was left out \(line 202/);
  });
  it('listens to a column that it does not know beside those that it knows', async () => {
    const log = `bellows,spare\n${rows(200, (i) => `${2040 + (i % 3)},0`)}`;
    const heard = await analysis.listenToFile(wherry, file(log), () => {});
    if (!heard.ok) throw new Error(heard.faults[0].says);
    const { lanes } = heard.value.listened;
    expect(lanes.map((l) => [l.sensor, l.lane])).toEqual([
      ['bellows', 'bellows'],
      ['spare', 'spare'],
    ]);
  });
  it('says in a sentence what is none: no numbers, or too few frames', async () => {
    const says = async (text: string) => {
      const heard = await analysis.listenToFile(wherry, file(text), () => {});
      return heard.ok ? '' : heard.faults[0].says;
    };
    expect(await says('hello\nworld!\n')).toMatch(/no line of numbers/);
    expect(await says(rows(5, (i) => `${i}`))).toBe(
      'The file has 5 frames; 32 are the least that say anything.',
    );
  });
  it('the last seconds of a board that has sent next to nothing say nothing yet', () => {
    const frames = { channels: ['bellows'], tUs: new Float64Array(3), counts: new Uint16Array(3) };
    expect(analysis.listen(wherry, frames)).toBeNull();
  });
});
