import { expect, it } from 'vitest';
import type { MidiEvent } from '../midi/event';
import { random } from '../signal/random';
import { wireLoad } from './wire-load';

/** The wire µs by µs, as a queue of bytes that leave one after another. @returns the longest wait of a message's last byte, µs */
function byWalking(events: readonly MidiEvent[], byteUs: number): number {
  const queue: number[] = [];
  let [next, leaves, worst] = [0, -1, 0];
  for (let us = 0; next < events.length || queue.length > 0; us++) {
    if (leaves === us) {
      const born = queue.shift()!;
      if (born >= 0) worst = Math.max(worst, us - born);
      leaves = queue.length > 0 ? us + byteUs : -1;
    }
    for (; next < events.length && events[next].tUs === us; next++) {
      const { bytes, tUs } = events[next];
      bytes.forEach((_, i) => queue.push(i === bytes.length - 1 ? tUs : -1));
      if (leaves < 0) leaves = us + byteUs;
    }
  }
  return worst;
}

it('the longest queue is as long as on a wire that is walked along µs by µs, and no second is busier', () => {
  for (let seed = 1; seed <= 25; seed++) {
    const r = random(seed);
    let tUs = 0;
    const events = Array.from({ length: 60 }, () => {
      tUs += r.next() < 0.6 ? r.whole(0, 400) : r.whole(400, 4000);
      return { tUs, bytes: new Array<number>(r.whole(2, 3)).fill(1) };
    });
    const load = wireLoad('board', events, 320);
    expect(1000 * load.worst!.ms, `seed ${seed}`).toBeCloseTo(byWalking(events, 320), 6);
    const within = events.map(({ tUs: from }) =>
      events.filter((e) => e.tUs >= from && e.tUs < from + 1e6).reduce((n, e) => n + e.bytes.length, 0),
    );
    expect(load.busiestBytes).toBe(Math.max(...within));
  }
});

it('three bytes at 31 250 baud take 0.96 ms (maker’s handbook 7)', () => {
  const load = wireLoad('board', [{ tUs: 5, bytes: [0x90, 60, 1] }], 320);
  expect(load).toMatchObject({ carries: 3125, worst: { ms: 0.96, bytes: 3 } });
});
