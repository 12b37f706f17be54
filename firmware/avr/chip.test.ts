import { readFileSync } from 'node:fs';
import { expect, it } from 'vitest';
import { readInstrument } from '@/core/exchange/instrument-json';
import { readTakeCsv } from '@/core/exchange/take-csv';
import { bellowsOf } from '@/core/testing/bellows';
import { manyInputs, runOnChip } from './chip';

/** Scans: start-up, and a stroke or two. */
const SCANS = 900;

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
