import { expect, it } from 'vitest';
import { LatenessLog } from './lateness';

it('tells how late messages come, of the last 256', () => {
  const log = new LatenessLog();
  expect(log.read()).toBeNull();
  const at = (tUs: number) => [{ tUs, bytes: [0x90, 60, 1] }];
  log.add(at(1_000_000), 5000, 6900);
  for (let i = 1; i <= 256; i++) log.add(at(1000 * i), 5000, 5000 + i + (i % 20 === 0 ? 9 : 4));
  expect(log.read()).toEqual({ n: 256, p50: 4, p95: expect.closeTo(4, 6) as number });
});
