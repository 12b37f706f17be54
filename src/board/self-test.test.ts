import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { FrameQueue } from './board';
import { PracticeBoard } from './practice';
import { readInstrument } from '@/core/exchange/document/instrument-json';
import { allColumns, allContacts } from '@/core/instrument/access';
import type { Instrument } from '@/core/instrument/document';
import { SelfTest, type TestView } from '@/core/listen/self-test';

const shipped = (name: string): Instrument => {
  const read = readInstrument(readFileSync(`demo/${name}.json`, 'utf8'));
  if (!read.ok) throw new Error(read.faults[0].says);
  return read.value;
};

/** The practice board under test, looked at thirty times a second. */
function bench(instrument: Instrument) {
  const board = new PracticeBoard(instrument, 11);
  const queue = new FrameQueue(allColumns(instrument).length, 4096);
  const test = new SelfTest(instrument);
  const closed = allContacts(instrument).map(() => false);
  const frame = new Uint16Array(allColumns(instrument).length);
  let tUs = 0;
  let view: TestView = { inputs: [], moving: null, says: '' };
  const pass = (ms: number) => {
    for (const until = tUs + 1000 * ms; tUs < until;) {
      tUs += 33_000;
      board.advance(tUs, queue);
      const reach = Array.from(frame, () => [Infinity, 0]).flat();
      for (let f = queue.shift(frame); f; f = queue.shift(frame))
        frame.forEach((c, i) => {
          reach[2 * i] = Math.min(reach[2 * i], c);
          reach[2 * i + 1] = Math.max(reach[2 * i + 1], c);
        });
      for (let e = queue.shiftEdge(Infinity); e; e = queue.shiftEdge(Infinity)) closed[e.contact] = e.closed;
      view = test.look(tUs, reach, closed);
    }
    return view;
  };
  return { board, pass };
}

describe('the self-test', () => {
  it.each(['wherry', 'cairn'])(
    '%s: every input ticks itself off as it is moved alone, what stays where it is left too',
    (name) => {
      const instrument = shipped(name);
      const { board, pass } = bench(instrument);
      pass(1500);
      for (const sensor of instrument.sensors)
        sensor.lanes.forEach((_, lane) => {
          board.hand(sensor.id, lane, 0.8);
          pass(400);
          board.hand(sensor.id, lane, null);
          pass(1000);
        });
      const view = pass(500);
      expect(view.inputs.filter((i) => !i.done).map((i) => i.says)).toEqual([]);
      expect(view.says).toBe(`All ${view.inputs.length} inputs are there.`);
    },
  );
  it('two at once are told and not ticked; one that goes the wrong way is told', () => {
    const wherry = shipped('wherry');
    const { board, pass } = bench(wherry);
    pass(1500);
    board.hand('leaves', 0, 1);
    board.hand('leaves', 4, 1);
    const both = pass(400);
    expect(both.says).toBe('Leaves 1 and Leaves 5 move together: one at a time.');
    expect(both.inputs.filter((i) => i.done)).toEqual([]);
    const thumb = wherry.sensors.find((s) => s.id === 'thumb')!;
    if (thumb.calibration?.is !== 'level') throw new Error('the thumb pad is a level');
    const turned = { ...thumb, calibration: { ...thumb.calibration, polarity: 'falling' as const } };
    const wrong = bench({ ...wherry, sensors: wherry.sensors.map((s) => (s.id === 'thumb' ? turned : s)) });
    wrong.pass(1500);
    wrong.board.hand('thumb', 0, 0.8);
    expect(wrong.pass(300).says).toMatch(/^Thumb pad moves, but the other way than it was measured/);
  });
});
