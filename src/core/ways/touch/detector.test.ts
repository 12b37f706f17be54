import { expect, it } from 'vitest';
import { random } from '../../signal/random';
import { restStatistics } from '../../signal/rest';
import { TouchDetector } from './detector';
import { touchesOf } from './touches';

/** Touches of 5 to 80 ms, some with a drop-out, some light, after one that is strong and whole: counts at 1 kHz from a rest of 1000. */
function touched(seed: number): number[] {
  const r = random(seed);
  const levels: number[] = new Array(60).fill(0);
  for (let i = 0; i < 12; i++) {
    const level = i === 0 ? 300 : r.whole(0, 9) < 3 ? r.whole(20, 130) : r.whole(170, 300);
    const length = i === 0 ? 60 : r.whole(5, 80);
    for (let ms = 0; ms < length; ms++) levels.push(i > 0 && ms % 13 === 9 && r.next() < 0.5 ? 0 : level);
    levels.push(...new Array(r.whole(40, 90)).fill(0));
  }
  return levels.map((level) => Math.round(1000 + level + 1.2 * r.gauss()));
}

it('the guide counts the touches that the calibration counts', () => {
  const still = random(1);
  const rest = Array.from({ length: 1000 }, () => Math.round(1000 + 1.2 * still.gauss()));
  let all = 0;
  for (let seed = 1; seed <= 100; seed++) {
    const counts = touched(seed);
    const detectors: TouchDetector[] = [];
    detectors.push(new TouchDetector(() => detectors));
    detectors[0].learn(rest, 1000);
    const guided = counts.filter((count, ms) => detectors[0].feed(ms * 1000, count)).length;
    const take = {
      ...{ take: 'medium', role: 'medium' as const },
      tUs: Float64Array.from(counts, (_, ms) => ms * 1000),
      counts: Uint16Array.from(counts),
    };
    const measured = touchesOf({
      lane: { id: 'pad' },
      rest: restStatistics(Uint16Array.from(rest), 1000),
      played: [take],
    });
    expect(guided, `seed ${seed}`).toBe(measured.length);
    all += guided;
  }
  expect(all).toBeGreaterThan(400);
});
