import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { readInstrument } from '@/core/exchange/document/instrument-json';
import type { Instrument } from '@/core/instrument/document';
import { analysis } from './analysis';

const wherry = ((): Instrument => {
  const read = readInstrument(readFileSync('demo/wherry.json', 'utf8'));
  if (!read.ok) throw new Error(read.faults[0].says);
  return read.value;
})();
describe('the last seconds', () => {
  it('of a board that has sent next to nothing say nothing yet', () => {
    const frames = { channels: ['bellows'], tUs: new Float64Array(3), counts: new Uint16Array(3) };
    expect(analysis.listen(wherry, frames)).toBeNull();
  });
});
