import { act, renderHook } from '@testing-library/react';
import { expect, it } from 'vitest';
import { useLatest } from './use-latest';

it('while one is computed only the newest that comes meanwhile waits, and what says the same stays the same object', async () => {
  const asked: number[] = [];
  const answers: ((out: { is: number }) => void)[] = [];
  const compute = (n: number) => {
    asked.push(n);
    return new Promise<{ is: number }>((resolve) => answers.push(resolve));
  };
  const { result, rerender } = renderHook(({ n }: { n: number | null }) => useLatest(n, compute), {
    initialProps: { n: 1 as number | null },
  });
  for (const n of [2, 3, 4]) rerender({ n });
  await act(async () => answers[0]({ is: 7 }));
  expect([asked, result.current]).toEqual([[1, 4], { is: 7 }]);
  const first = result.current;
  await act(async () => answers[1]({ is: 7 }));
  expect(result.current).toBe(first);
  rerender({ n: null });
  expect(result.current).toBeNull();
});
