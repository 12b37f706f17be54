import { expect, it } from 'vitest';
import { compile } from '@/core/compile/compile';
import { addBlock } from '@/core/engine/blocks/registry';
import { derivedFrames } from '@/core/engine/derive';
import { addPart } from '@/core/engine/layout';
import { endAll, silence } from '@/core/engine/play';
import { run } from '@/core/engine/run';
import { startEngine } from '@/core/engine/start';
import { encodeProgram, encodeState } from '@/core/exchange/firmware/harness';
import { playOperations } from '@/core/exchange/firmware/play-operations';
import { breathController, breathNote, identityInstrument } from '@/core/testing/identity-response';
import { MIDDLE_PARTS, middleBlock, middlesOf } from '@/core/testing/tiny-derived/block';
import { random } from '@/core/signal/random';
import type { Frames } from '@/core/signal/take';
import { runtimeWith } from './runtime-with';

for (const [name, part] of Object.entries(MIDDLE_PARTS)) addPart(name, part);
addBlock(middleBlock);

/** Breath is the mean of two columns, and 100 counts more for each closing. */
function imageWithMiddle() {
  const instrument = identityInstrument([
    breathController(),
    breathController({ controller: 3, perSecond: 100 }),
    breathNote(),
  ]);
  const image = compile(instrument, instrument.boards[0], ['breath', 'other', 'third']);
  const into = 3;
  Object.assign(image, { derived: 1 });
  middlesOf(image).push({ first: 0, second: 1, into });
  for (const list of [image.levels, image.controls, image.gates]) for (const own of list) own.column = into;
  return image;
}

/** Two columns that wander about rest, closings now and then, and a pause that ends them. */
function take(): Frames {
  const r = random(4);
  const n = 4000;
  const tUs = Float64Array.from({ length: n }, (_, i) => i * 1000 + (i >= 3000 ? 700_000 : 0));
  let [a, b] = [1000, 1000];
  const near = (count: number) =>
    r.next() < 0.02 ? r.whole(600, 2100) : Math.max(0, count + r.whole(-3, 3));
  const counts = Uint16Array.from({ length: 3 * n }, (_, i) => {
    if (i < 300) return 1000;
    if (i % 3 === 0) return (a = near(a));
    return i % 3 === 1 ? (b = near(b)) : 5;
  });
  const edges = {
    contacts: ['x'],
    tUs: Float64Array.from({ length: 20 }, (_, i) => 400_500 + 130_000 * i),
    contact: new Uint16Array(20),
    closed: Uint8Array.from({ length: 20 }, (_, i) => (i + 1) % 2),
  };
  return { channels: ['breath', 'other', 'third'], tUs, counts, edges };
}

it('a derived column is read as a level: a take at once, frame by frame, and the runtime come to the same bytes and state', async () => {
  const image = imageWithMiddle();
  const frames = take();
  const ours = playOperations(image, frames);
  const e = startEngine(image);
  const atOnce = run(e, frames);
  expect(atOnce.map(({ bytes }) => [...bytes]).flat()).toEqual(
    ours.sent.filter(({ operation }) => operation < frames.tUs.length + 20).flatMap(({ bytes }) => bytes),
  );
  expect(atOnce.length).toBeGreaterThan(300);
  const host = await runtimeWith('src/core/testing/tiny-derived/cheironom_middle.h');
  const theirs = await host.play(encodeProgram(image, frames));
  expect(theirs).toEqual(ours);
  silence(e);
  endAll(e);
  expect(encodeState(e.state)).toEqual(ours.state);
});

it('takes keep what was read: what was derived stands behind it, and a pause begins anew', () => {
  const frames = take();
  const all = derivedFrames(startEngine(imageWithMiddle()), frames);
  const at = (frame: number) =>
    all.counts[4 * frame + 3] - ((all.counts[4 * frame] + all.counts[4 * frame + 1]) >> 1);
  expect([at(0), at(401), at(800), at(2999), at(3000)]).toEqual([0, 100, 200, 1000, 0]);
  expect(frames.counts.length).toBe(3 * 4000);
});
