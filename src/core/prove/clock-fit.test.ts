import { expect, it } from 'vitest';
import { random } from '../signal/random';
import { fitClocks, theirTime, type Ticked } from './clock-fit';

/** A tune of so many notes, a few a second. */
function tune(seed: number, n: number): Ticked[] {
  const r = random(seed);
  let tUs = 0;
  return Array.from({ length: n }, () => {
    tUs += 1e6 * r.between(0.12, 0.6);
    return { tUs, note: 55 + r.whole(0, 16) };
  });
}

it('finds offset and drift of 200 ppm from notes that jitter, some missing, some more, and a beginning in the middle', () => {
  for (let seed = 1; seed <= 30; seed++) {
    const r = random(1000 + seed);
    const ours = tune(seed, r.whole(40, 1500));
    const [offsetUs, ppm] = [r.between(-5e8, 5e8), r.between(-200, 200)];
    const theirs = ours
      .map(({ tUs, note }) => ({ note, tUs: offsetUs + (1 + ppm / 1e6) * tUs + 1500 * r.gauss() }))
      .filter(() => r.next() > 0.1)
      .slice(r.whole(0, 15));
    if (r.next() < 0.5) theirs.splice(10, 0, { note: 99, tUs: theirs[10].tUs });
    const fit = fitClocks(ours, theirs);
    expect(fit, `seed ${seed}`).not.toBeNull();
    const lastUs = ours.at(-1)!.tUs;
    for (const tUs of [ours[20].tUs, lastUs])
      expect(
        Math.abs(theirTime(fit!, tUs) - (offsetUs + (1 + ppm / 1e6) * tUs)),
        `seed ${seed}`,
      ).toBeLessThan(1500);
    if (lastUs > 120e6) expect(Math.abs(fit!.ppm - ppm), `seed ${seed}`).toBeLessThan(10);
  }
});

it('another tune fits nothing', () => {
  const found = Array.from({ length: 60 }, (_, seed) => fitClocks(tune(seed + 1, 60), tune(500 + seed, 60)));
  expect(found.filter((fit) => fit !== null)).toEqual([]);
});
