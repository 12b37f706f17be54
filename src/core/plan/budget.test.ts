import { kindPlanOf } from '../kinds/plans-registry';
import { describe, expect, it } from 'vitest';
import { newInstrument } from '../instrument/create';
import type { Instrument } from '../instrument/document';
import { newSensor } from '../kinds/new-sensor';
import { factsOf } from '../kinds/facts';
import { findKind, kindIds } from '../kinds/registry';
import { BOARD_CLASSES, classOf, findBoardClass, ofClass } from './board-classes';
import { latencyFigures, powerFigures, wireFigure } from './budget';
import { draftOf } from './draft';
import { loadOfAll } from './load';
import { partsCsv, partsList, withPrice } from './parts-list';
import { planOf } from './plan';
import { fastestHz, NO_CHIPS } from './scan';
import { buildSteps } from './build-list';

function on(
  classId: string,
  kinds: [kind: string, lanes: number][],
  change: Partial<Instrument['boards'][0]> = {},
): Instrument {
  const own = newInstrument('own', 'Own', '2026-11-18T00:00:00.000Z');
  const [board] = own.boards;
  const sensors = kinds.map(([kind, lanes], i) =>
    newSensor(findKind(kind)!, `s${i}`, `S${i}`, board.id, lanes),
  );
  return { ...own, boards: [{ ...board, ...ofClass(findBoardClass(classId)!), ...change }], sensors };
}
const codes = (instrument: Instrument) => planOf(instrument).findings.map((f) => f.code);

describe('the wire', () => {
  const breath = (perSecond?: number) => {
    const own = draftOf(on('small-8', [['breath-gauge', 1]]));
    return { ...own, voices: own.voices.map((v) => (v.is === 'controller' ? { ...v, perSecond } : v)) };
  };
  it('a controller of 200 messages a second asks for 600 of the 3125 bytes that a cable carries', () => {
    const own = breath(200);
    expect(wireFigure(own, own.boards[0])).toMatchObject({ value: 600, limit: 3125 });
  });
  it('an undamped one asks for every scan, and is told as a doubt: levels are thinned, notes never', () => {
    const own = breath();
    expect(wireFigure(own, own.boards[0]).value).toBe(3 * own.boards[0].scanHz);
    const many = on(
      'large-8',
      Array.from({ length: 6 }, () => ['breath-gauge', 1] as [string, number]),
    );
    expect(planOf(many).findings.find((f) => f.code === 'wire')).toMatchObject({ severity: 'doubt' });
  });
  it('what a gate moves asks for nothing steady', () => {
    const own = draftOf(on('small-8', [['foot-switch', 2]]));
    expect(own.voices.length).toBeGreaterThan(0);
    expect(wireFigure(own, own.boards[0]).value).toBe(0);
  });
});

describe('from gesture to sound', () => {
  const sum = (transport: 'cable' | 'usb' | 'radio', scanHz: number) => {
    const own = on('small-32', [['touch-pads', 4]], { scanHz });
    own.boards[0].pins = { ...own.boards[0].pins!, transport };
    return latencyFigures(draftOf(own), own.boards[0]).at(-1)!.value;
  };
  it('takes longer by radio than by cable or USB, and longer at a slower scan', () => {
    expect(sum('usb', 1000) - sum('cable', 1000)).toBeCloseTo(1 - 0.96, 9);
    expect(sum('radio', 1000)).toBeGreaterThan(15);
    expect(sum('usb', 100) - sum('usb', 1000)).toBeCloseTo(4.5, 9);
  });
  it('counts the longest window in which a velocity is found', () => {
    const windows = (kind: string) =>
      latencyFigures(draftOf(on('fast-32', [[kind, 1]])), on('fast-32', [[kind, 1]]).boards[0])[1].value;
    expect([windows('breath-gauge'), windows('strike-pads'), windows('touch-pads')]).toEqual([10, 3, 0]);
  });
});

describe('power', () => {
  it('adds boards and lanes, and a battery keeps a fifth', () => {
    const own = { ...on('small-8', [['magnet-keys', 4]]), batteryMah: 1000 };
    const [current, hours] = powerFigures(own);
    expect(current.value).toBe(45 + 4 * 5);
    expect(hours.value).toBeCloseTo((0.8 * 1000) / 65, 9);
  });
});

describe('scans', () => {
  it('a slow 8-bit converter reads sixteen inputs in 1.66 ms and more: never over 600 times a second', () => {
    const own = on('large-8', [['pot', 16]]);
    const { pins, bits } = own.boards[0];
    const rate = fastestHz({ pins: pins!, bits }, loadOfAll(own.sensors), NO_CHIPS);
    expect(rate).toBeLessThan(1e6 / (16 * 104));
    expect(rate).toBeGreaterThan(450);
  });
  it('a multiplexer costs time, never gives it', () => {
    for (const { pins, bits } of BOARD_CLASSES) {
      const load = loadOfAll(on('large-8', [['pot', 16]]).sensors);
      const direct = fastestHz({ pins, bits }, load, NO_CHIPS);
      expect(fastestHz({ pins, bits }, load, { multiplexers: 1, expanders: 0 })).toBeLessThanOrEqual(direct);
    }
  });
});

describe('what is told', () => {
  it('a board without pins asks for a class; one that is full, set too fast, or too small says so with what to do', () => {
    const own = newInstrument('own', 'Own', '2026-11-18T00:00:00.000Z');
    expect(codes(own)).toContain('pins-not-told');
    expect(codes(on('small-8', [['pot', 7]]))).toContain('too-few-pins');
    expect(codes(on('large-8', [['pot', 16]], { scanHz: 2000 }))).toContain('over-budget');
    const tiny = planOf(on('tiny-8', [['switch', 4]], { memoryBytes: 200 }));
    expect(tiny.findings.find((f) => f.code === 'over-budget')!.says).toMatch(
      /memory, \d+ bytes; at most 200/,
    );
  });
  it('what hangs on an expander is the maker’s to read; a multiplexer is read by the sketch', () => {
    expect(codes(on('narrow-8', [['switch', 21]]))).toContain('chips');
    expect(codes(on('small-8', [['pot', 7]]))).not.toContain('chips');
  });
  it('what is not needed at all is a hint of its kind', () => {
    const hints = planOf(on('small-8', [['switch', 1]])).findings.filter((f) => f.code === 'not-needed');
    expect(hints.map((f) => f.says)).toEqual(['No debounce circuit: the runtime passes over bounces.']);
  });
});

describe('classes, parts and steps', () => {
  it('a board is of the class that it was taken from, whatever its way out, and of none once a number was typed', () => {
    for (const c of BOARD_CLASSES) {
      const board = { ...newInstrument('own', 'Own', '').boards[0], ...ofClass(c) };
      expect(classOf(board)?.id).toBe(c.id);
      expect(classOf({ ...board, pins: { ...board.pins!, transport: 'radio' } })?.id).toBe(c.id);
      expect(classOf({ ...board, pins: { ...board.pins!, conversionUs: 7 } })).toBeUndefined();
      expect(c.pins.analogueOnly).toBeLessThanOrEqual(c.pins.analogue);
      expect(Math.max(c.pins.interrupt, c.pins.touch)).toBeLessThanOrEqual(c.pins.digital);
    }
  });
  it('every kind’s parts are counted for its lanes, the board and its chips among them', () => {
    for (const id of kindIds()) {
      const own = on('quick-large-32', [[id, 4]]);
      const lanes = own.sensors[0].lanes.length;
      const list = partsList(own, planOf(own).boards);
      expect(list[0].cost).toBeGreaterThan(0);
      for (const part of list.slice(1)) expect(part.count, `${id}: ${part.name}`).toBeGreaterThan(0);
      const doubled = kindPlanOf({ kind: id })
        .parts(2 * lanes, factsOf(own.sensors[0]))
        .reduce((n, p) => n + p.count, 0);
      expect(doubled).toBeGreaterThanOrEqual(
        kindPlanOf({ kind: id })
          .parts(lanes, factsOf(own.sensors[0]))
          .reduce((n, p) => n + p.count, 0),
      );
    }
    const pad = on('small-8', [['force-pad', 1]]);
    pad.sensors[0].facts = { fixedOhms: 4700 };
    const priced = withPrice({ ...pad, currency: '€' }, 'fixed resistor, 4700 Ω', 0.5);
    expect(partsList(priced, planOf(priced).boards).at(-1)).toMatchObject({ cost: 0.5, count: 1 });
    expect(partsCsv(planOf(priced).parts, '€')).toMatch(/^part,count,"cost of one, €"/);
    expect(buildSteps(pad).find((s) => s.id.endsWith('-wire'))!.does).toMatch(
      /^Solder the force pad between 5 V and .*; the fixed resistor, 4700 Ω, between that pin and ground\.$/,
    );
    const own = on('small-8', [['pot', 7]]);
    expect(partsList(own, planOf(own).boards).map((p) => p.name)).toContain(
      'multiplexer, 16 analogue inputs',
    );
  });
  it('steps keep their names while sensors come and go, so that ticks stay', () => {
    const ids = (kinds: [string, number][]) => buildSteps(on('large-8', kinds)).map((s) => s.id);
    const few = ids([['pot', 1]]);
    const more = ids([
      ['pot', 1],
      ['ribbon', 1],
    ]);
    expect(few.every((id) => more.includes(id))).toBe(true);
    expect(more.length).toBeGreaterThan(few.length);
  });
});
