import { expect, test } from './bench';
import { mainJobByKeys } from './main-job';

test('from nothing to a blown instrument whose nine pads play a scale, and its board files, with the keyboard alone, in under five minutes', async ({
  page,
}) => {
  const began = Date.now();
  await mainJobByKeys(page);
  expect(Date.now() - began).toBeLessThan(5 * 60_000);
});
