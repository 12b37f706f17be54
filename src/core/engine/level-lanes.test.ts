import { describe, expect, it } from 'vitest';
import type { Sensor } from '../instrument/sensor';
import { pressureSheet } from '../kinds/pressure-sheet/kind';
import { registerKind } from '../kinds/registry';
import { bankNotes, instrumentOf, touchPads } from '../testing/bank-instruments';
import { breathController, levelWith, oneSided } from '../testing/identity-response';
import { awake, playAfterRest } from '../testing/play';
import { splitMessages } from '../midi/messages';
import { silence } from './play';

/** A kind that offers one level twice: each of its ports answers in a curve of its own. */
const twice = {
  ...pressureSheet,
  id: 'level-twice',
  ports: { ...pressureSheet.ports, push: pressureSheet.ports.press },
};
registerKind(twice);

/** Three levels beside each other at rest at 1000, on 20 counts from it, reach 1020. */
const sheet = (change: Partial<Sensor> = {}): Sensor => ({
  id: 'sheet',
  name: 'Sheet',
  kind: twice.id,
  board: 'board',
  lanes: [60, 62, 64].map((note, i) => ({ id: `l${i}`, column: `l${i}`, note })),
  responses: [],
  calibration: {
    ...oneSided,
    lanes: [0, 1, 2].map((i) => ({ ...levelWith(oneSided, { lane: `l${i}` }).lanes[0] })),
  },
  ...change,
});
const press = (lane: string, change: object = {}) =>
  breathController({ source: { sensor: 'sheet', port: 'press', lane }, ...change });
const rest = [1000, 1000, 1000];
const bytes = (events: number[][]) => events.map(([, ...message]) => message);

describe('levels beside each other', () => {
  it('play a note each, and one that was not measured plays none', () => {
    const own = sheet();
    const { calibration } = own;
    if (calibration?.is !== 'level') throw new Error('the sheet is a level');
    const part = sheet({ calibration: { ...calibration, lanes: [0, 2].map((i) => calibration.lanes[i]) } });
    const frames = [
      [1100, 1000, 1000],
      [1100, 1100, 1100],
      [1000, 1100, 1100],
    ];
    const notes = (sensor: Sensor) =>
      bytes(playAfterRest(instrumentOf([sensor], [bankNotes(sensor, 'gate')]), frames, rest)).map((m) =>
        m.slice(0, 2),
      );
    expect(notes(own)).toEqual([
      [0x90, 60],
      [0x90, 62],
      [0x90, 64],
      [0x80, 60],
    ]);
    expect(notes(part)).toEqual([
      [0x90, 60],
      [0x90, 64],
      [0x80, 60],
    ]);
  });
  it('answer as their port does, or as a lane where it has a response of its own; two ports of one level in two curves', () => {
    const power = { family: 'power', gamma: 2 } as const;
    const own = sheet({
      responses: [
        { port: 'press', family: 'straight' },
        { port: 'press', lane: 'l1', ...power },
        { port: 'push', ...power },
      ],
    });
    const voices = [
      press('l0', { controller: 20 }),
      press('l1', { controller: 21 }),
      press('l0', { controller: 22, source: { sensor: 'sheet', port: 'push', lane: 'l0' } }),
    ];
    // x = 0.51: 127x = 64.8 and 127x² = 33.0; high bytes of 16383x = 8355 and 16383x² = 4261.
    const half = [1530, 1530, 1530];
    const at = (events: number[][]) =>
      Object.fromEntries(bytes(events).map(([, controller, value]) => [controller, value]));
    expect(at(playAfterRest(instrumentOf([own], voices), [half], rest))).toEqual({ 20: 65, 21: 33, 22: 33 });
    const fine = voices.map((v) => ({ ...v, bits: 14 as const }));
    expect(at(playAfterRest(instrumentOf([own], fine), [half], rest))).toMatchObject({
      20: 65,
      21: 33,
      22: 33,
    });
  });
  it('open a choice while any of them is pressed, and a silence shuts it until one is pressed anew', () => {
    const pads = touchPads([72, 74, 76]);
    const chosen = { is: 'chosen', source: { sensor: 'pads', port: 'pad' }, by: 'last' } as const;
    const own = instrumentOf([sheet(), pads], [bankNotes(sheet(), 'gate', { pitch: chosen })]);
    const all = [...rest, 300, 300, 300];
    const { at, e } = awake(own, all);
    const says = (t: number, ...counts: number[]) => at(t * 1000, counts).map((m) => m.slice(0, 2));
    expect(says(0, 1100, 1100, 1000, 400, 300, 300)).toEqual([[0x90, 72]]);
    expect(says(1, 1000, 1100, 1000, 400, 300, 300)).toEqual([]);
    expect(says(2, 1000, 1000, 1000, 400, 300, 300)).toEqual([[0x80, 72]]);
    expect(says(3, 1100, 1000, 1000, 400, 300, 300)).toEqual([[0x90, 72]]);
    expect(splitMessages(e.out.subarray(0, silence(e)))).toEqual([[0x80, 72, 64]]);
    expect(says(4, 1100, 1000, 1000, 300, 300, 300)).toEqual([]);
    expect(says(5, 1000, 1000, 1000, 400, 300, 300)).toEqual([]);
    expect(says(6, 1100, 1000, 1000, 400, 300, 300)).toEqual([[0x90, 72]]);
  });
  it('choose, as any bank can: of those pressed the last, then the one before it, while a gate is open', () => {
    const chosen = { is: 'chosen', source: { sensor: 'sheet', port: 'gate' }, by: 'last' } as const;
    const pads = touchPads([72]);
    const own = instrumentOf([sheet(), pads], [bankNotes(pads, 'touch', { pitch: chosen })]);
    const { at } = awake(own, [...rest, 300]);
    const says = (t: number, ...counts: number[]) => at(t * 1000, counts).map((m) => m.slice(0, 2));
    expect(says(0, 1100, 1000, 1000, 300)).toEqual([]);
    expect(says(1, 1100, 1000, 1000, 400)).toEqual([[0x90, 60]]);
    expect(says(2, 1100, 1000, 1100, 400)).toEqual([
      [0x90, 64],
      [0x80, 60],
    ]);
    expect(says(3, 1100, 1000, 1000, 400)).toEqual([
      [0x90, 60],
      [0x80, 64],
    ]);
    expect(says(4, 1100, 1000, 1000, 300)).toEqual([[0x80, 60]]);
  });
});
