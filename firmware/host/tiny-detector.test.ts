import { expect, it } from 'vitest';
import { addDetector, listenTo } from '@/core/listen/listen';
import { random } from '@/core/signal/random';
import { evenCounts } from '@/core/testing/tiny-detector';

addDetector(evenCounts);

/** A slow swing of one lane, s of it at rest first, counted to `step` counts. */
const heard = (step: number) => {
  const r = random(5);
  const counts = Uint16Array.from({ length: 6000 }, (_, i) => {
    const swing = i < 2000 ? 0 : 800 * Math.sin((i - 2000) / 400) ** 2;
    return step * Math.round((1000 + swing + 2 * r.gauss()) / step);
  });
  const tUs = Float64Array.from(counts, (_, i) => 1000 * i);
  const lane = { sensor: 'pad', lane: 'p', column: 'p' };
  return listenTo({
    ...{ take: 't', bits: 12, contacts: [], lanes: [lane] },
    frames: { channels: ['p'], tUs, counts },
  }).findings.filter(({ code }) => code === 'even-counts');
};

it('a detector that is one function, made known, finds its fault where it is, with evidence, and nowhere else', () => {
  expect(heard(2)).toMatchObject([{ sensor: 'pad', lane: 'p', evidence: { take: 't', fromUs: 0 } }]);
  expect(heard(1)).toEqual([]);
});
