import { expect, it } from 'vitest';
import { compile } from '../compile/compile';
import { noteDifferences, toldOf } from '../testing/bank-oracle';
import { BANK_CASES, bankCase } from '../testing/bank-oracle-cases';
import { run } from './run';

it.each(Object.keys(BANK_CASES) as (keyof typeof BANK_CASES)[])(
  'against the handbook in floating point, every note of a bank begins and ends when it should, as loud as it should: %s',
  (sort) => {
    let notes = 0;
    for (let seed = 1; seed <= 120; seed++) {
      const { instrument, take } = bankCase(sort, seed);
      const heard = run(compile(instrument), take).map(toldOf);
      const want = BANK_CASES[sort].oracle(instrument, take, heard);
      expect(noteDifferences(want, heard).slice(0, 3), `seed ${seed}`).toEqual([]);
      notes += heard.length;
    }
    expect(notes).toBeGreaterThan(2000);
  },
);
