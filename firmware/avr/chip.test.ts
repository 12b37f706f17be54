import { readFileSync } from 'node:fs';
import { expect, it } from 'vitest';
import { readInstrument } from '@/core/exchange/instrument-json';
import { readTakeCsv } from '@/core/exchange/take-csv';
import { compile } from '@/core/compile/compile';
import { stateBytes } from '@/core/exchange/image-size';
import { bankNotes, instrumentOf, strikePads, touchPads } from '@/core/testing/bank-instruments';
import { bellowsOf } from '@/core/testing/bellows';
import { manyInputs, runOnChip } from './chip';

/** Scans: start-up, and a stroke or two. */
const SCANS = 900;

const firstColumn = (stem: string) => {
  const take = readTakeCsv(readFileSync(`demo/${stem}.csv`, 'utf8'));
  if (!take.ok) throw new Error('the demonstration cannot be read');
  const { counts, channels } = take.value.frames;
  return counts.filter((_, i) => i % channels.length === 0).slice(0, 6000);
};
const each = (lanes: number) => Array.from({ length: lanes }, (_, i) => 40 + i);

it.each([
  ['24 touch pads', touchPads(each(24)), 'touch', 'wherry-leaves-medium'],
  ['nine stones', strikePads(each(9)), 'hit', 'cairn-stones-loud'],
])(
  'on a small chip, %s with a note each take the memory that is told, and it sends what the application’s engine sends',
  (_, own, port, stem) => {
    const instrument = instrumentOf([own], [bankNotes(own, port)]);
    const counts = firstColumn(stem);
    // As the demonstration's first lane lies.
    const shift = (own.calibration?.is === 'touch' ? 300 : 2048) - counts[0];
    const { identical, messages, ramBytes } = runOnChip(
      instrument,
      counts.map((c) => c + shift),
      61,
    );
    expect(identical).toBe(true);
    expect(messages).toBeGreaterThan(2 * own.lanes.length);
    const { length } = own.lanes;
    const needs = stateBytes(compile(instrument)) + 2 * length;
    // Beside them only the frame at hand.
    expect(ramBytes - needs).toBeLessThan(40);
    expect(ramBytes).toBeGreaterThanOrEqual(needs);
  },
);

it('on an 8-bit chip, whose int has 16 bits, the runtime sends what the application’s engine sends', () => {
  const instrument = readInstrument(readFileSync('demo/wherry.json', 'utf8'));
  const take = readTakeCsv(readFileSync('demo/wherry-bellows-loud.csv', 'utf8'));
  if (!instrument.ok || !take.ok) throw new Error('the demonstration cannot be read');
  const counts = take.value.frames.counts.slice(0, SCANS);
  for (const later of [0, 97]) {
    const { identical, messages, scans } = runOnChip(
      manyInputs(bellowsOf(instrument.value), 4),
      counts,
      later,
    );
    expect(identical).toBe(true);
    expect(messages).toBeGreaterThan(50);
    expect(scans).toHaveLength(SCANS);
  }
});
