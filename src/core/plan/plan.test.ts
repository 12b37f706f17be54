import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { readInstrument } from '../exchange/document/instrument-json';
import { newInstrument } from '../instrument/create';
import type { Instrument } from '../instrument/document';
import type { Sensor } from '../instrument/sensor';
import { newSensor } from '../kinds/new-sensor';
import { findKind, kindIds } from '../kinds/registry';
import { random, type Random } from '../signal/random';
import { assignPins, pinRefusal } from './assign';
import { BOARD_CLASSES, findBoardClass, ofClass } from './board-classes';
import { pinFaults } from './pin-faults';
import { programFigures } from './budget';
import { draftOf } from './draft';
import { keeps } from '../parts/figure';
import { partsCsv, partsList } from './parts-list';
import { loadOfAll } from './load';
import { NO_NEEDS, pinsOfBoard, roomOf, shortage, wired, withChoosers } from './pins';
import { nearest, planOf } from './plan';
import { needsOf } from './signals';
import { NO_CHIPS, scanFigures } from './scan';
import { fitOf, solve } from './solve';
import { movePin, takeFit, withPins } from './take-fit';

const sensor = (kind: string, lanes = 1, id = kind): Sensor =>
  newSensor(findKind(kind)!, id, id, 'board', lanes);

/** An instrument of these sensors on a board of a class. */
function on(classId: string, sensors: Sensor[]): Instrument {
  const own = newInstrument('own', 'Own', '2026-11-18T00:00:00.000Z');
  return { ...own, boards: [{ ...own.boards[0], ...ofClass(findBoardClass(classId)!) }], sensors };
}

function randomSensors(r: Random, most: number, lanes: number): Sensor[] {
  const ids = kindIds();
  return Array.from({ length: r.whole(1, most) }, (_, i) =>
    sensor(ids[r.whole(0, ids.length - 1)], r.whole(1, lanes), `s${i}`),
  );
}

/** Nineteen analogue inputs and seven digital ones (maker's handbook, J10). */
const pressureKeys = [sensor('pressure-sheet', 13), sensor('pot', 6), sensor('switch', 7)];

describe('pins', () => {
  it('are never used twice, only for what they can, and all are wired where there are enough', () => {
    for (let seed = 1; seed <= 300; seed++) {
      const r = random(seed);
      const own = BOARD_CLASSES[r.whole(0, BOARD_CLASSES.length - 1)].pins;
      const pins = { ...own, multiplexers: r.whole(0, 2) };
      const sensors = randomSensors(r, 6, 8);
      for (const s of sensors) if (r.next() < 0.3) s.lanes[0].pin = `A${r.whole(0, 3)}`;
      const wires = assignPins(pins, sensors);
      const used = wires.flatMap((w) => w.pin ?? []);
      expect(new Set(used).size).toBe(used.length);
      const can = new Map(pinsOfBoard(pins).map((p) => [p.name, p.can]));
      for (const { pin, signal } of wires) if (pin) expect(can.get(pin)!.has(signal.needs)).toBe(true);
      const free = sensors.every((s) => s.lanes.every((l) => l.pin === undefined));
      const asked = withChoosers(loadOfAll(sensors).needs, pins);
      if (free)
        expect(used.length === wires.length).toBe(shortage(roomOf(pinsOfBoard(pins)), asked) === null);
    }
  });
  it('stay where the document has them, and one that cannot be says why', () => {
    const keys = sensor('switch', 3);
    keys.lanes[1].pin = '5';
    const { pins } = findBoardClass('small-8')!;
    const [, second] = assignPins(pins, [sensor('pot'), keys]).filter((w) => w.signal.sensor === 'switch');
    expect(second).toMatchObject({ pin: '5', fixed: true });
    const [pot] = assignPins(pins, [sensor('pot')]);
    expect(pinRefusal(pins, pot.signal, '5')).toBe(
      'Pin 5 reads no levels; pot · out needs a pin of the converter.',
    );
    expect(pinRefusal(pins, pot.signal, 'A99')).toMatch(/no pin A99/);
    expect(pinRefusal(pins, pot.signal, 'A1')).toBeNull();
  });
  it('multiplexers are wired when a class with them is taken: no input too few, four pins choose', () => {
    const taken = takeFit(on('small-8', pressureKeys), fitOf(findBoardClass('small-8')!, pressureKeys, null));
    const [board] = taken.boards;
    expect(board.pins).toMatchObject({ multiplexers: 1, choosers: expect.any(Array) });
    expect(planOf(taken).findings.map((f) => f.code)).not.toContain('too-few-pins');
    const own = taken.sensors.flatMap((s) => s.lanes.map((l) => l.pin!));
    expect(own.filter((pin) => pin.startsWith('A5.'))).toHaveLength(14);
    expect(new Set([...own, ...board.pins!.choosers!]).size).toBe(19 + 7 + 4);
    expect(partsList(taken, planOf(taken).boards)).toContainEqual(
      expect.objectContaining({ name: 'multiplexer, 16 analogue inputs', count: 1 }),
    );
  });
  it('a row of a matrix is led to another pin with all its contacts, and the pin that was there changes places', () => {
    const keys = withPins(on('large-8', [sensor('contact-matrix', 12)]));
    const [board] = keys.boards;
    const wires = assignPins(board.pins!, keys.sensors);
    const [row, other] = wires.filter((w) => w.signal.line?.of === 'row');
    const moved = movePin(keys, board, row, other.pin!);
    if (!moved.ok) throw new Error(moved.says);
    const places = (i: Instrument) => i.sensors[0].lanes.map((l) => l.pin!.split('.'));
    const swap = (pin: string) => (pin === row.pin ? other.pin! : pin === other.pin ? row.pin! : pin);
    expect(places(moved.value)).toEqual(places(keys).map(([r, column]) => [swap(r), column]));
    expect(new Set(places(keys).map(String)).size).toBe(12);
  });
  it('a bus takes two, whatever hangs on it', () => {
    expect(wired({ ...NO_NEEDS, bus: 3 }).bus).toBe(2);
  });
  it('no pin has two names, none is the board’s own light, port or bus, on any class of boards', () => {
    for (const { pins } of BOARD_CLASSES) {
      const names = pinsOfBoard(pins).map(({ name }) => name);
      expect(new Set(names).size).toBe(names.length);
      for (const name of ['0', '1', '13']) if (pins.taken?.includes('13')) expect(names).not.toContain(name);
    }
    const large = pinsOfBoard(findBoardClass('large-8')!.pins);
    expect(large.filter(({ can }) => can.has('bus')).map(({ name }) => name)).toEqual(['20', '21']);
    // What the small board reads as A4 and A5 is its bus, data first (datasheet DS40002061A, alternate functions of port C).
    const tilted = withPins(
      on(
        'small-8',
        [sensor('tilt'), ...Array.from({ length: 4 }, () => sensor('pot'))].map((s, i) => ({
          ...s,
          id: `s${i}`,
        })),
      ),
    );
    const wires = assignPins(tilted.boards[0].pins!, tilted.sensors);
    expect(wires.filter((w) => w.signal.needs === 'bus').map((w) => w.pin)).toEqual(['A4', 'A5']);
    expect(wires.every((w) => w.pin !== null)).toBe(true);
  });
  it('of the document are refused where the board needs them itself, or two lanes have one', () => {
    const given = (...pins: string[]) => {
      const own = on(
        'small-8',
        pins.map((pin, i) => {
          const made = sensor('switch', 1, `s${i}`);
          return { ...made, lanes: [{ ...made.lanes[0], pin }] };
        }),
      );
      return pinFaults(own, own.boards[0]).map(({ about, says }) => `${about}: ${says}`);
    };
    expect(given('7abc', '300')).toEqual([
      expect.stringMatching(/7abc, which is no pin that a sketch can name/),
      expect.stringMatching(/300, which is no pin/),
    ]);
    expect(given('2', '13', '1', '2')).toEqual([
      expect.stringMatching(/^s1: .*pin 13, which the board itself needs/),
      expect.stringMatching(/^s2: .*pin 1, which the board itself needs/),
      expect.stringMatching(/^s3: .*pin 2, which s0, .* has already/),
    ]);
  });
});

describe('which boards fit', () => {
  it('19 analogue and 7 digital inputs: no class of 18 or fewer alone, and what to do instead', () => {
    const fits = solve(pressureKeys, null);
    expect(fits.filter((f) => f.way === 'alone')).toEqual([]);
    const small = fits.find((f) => f.board.id === 'small-32')!;
    expect(small.lacks).toMatch(/wants 19 analogue inputs; one board has 6/);
    expect(fits[0]).toMatchObject({ way: 'chips', boards: [[0, 1, 2]] });
    const { findings } = planOf(on('usb-8', pressureKeys));
    expect(findings.find((f) => f.code === 'too-few-pins')?.cure).toMatch(/^Add 1 multiplexer, or take /);
  });
  it('more sensors never make a class fit that did not', () => {
    for (let seed = 1; seed <= 60; seed++) {
      const r = random(seed);
      const sensors = randomSensors(r, 8, 12);
      const more = [...sensors, ...randomSensors(r, 2, 6).map((s, i) => ({ ...s, id: `m${i}` }))];
      for (const board of BOARD_CLASSES) {
        const [before, after] = [fitOf(board, sensors, null), fitOf(board, more, null)];
        if (before.way === null) expect(after.way).toBeNull();
        if (after.way === 'alone') expect(before.way).toBe('alone');
        if (before.way === 'boards' && after.way === 'boards')
          expect(after.boards.length).toBeGreaterThanOrEqual(before.boards.length);
      }
    }
  });
  it('a faster converter or clock never lowers the rate', () => {
    for (const { pins, bits } of BOARD_CLASSES) {
      const rate = (change: object) =>
        scanFigures({ pins: { ...pins, ...change }, bits }, loadOfAll(pressureKeys), NO_CHIPS).rate.value;
      expect(rate({ conversionUs: pins.conversionUs / 2 })).toBeGreaterThanOrEqual(rate({}));
      expect(rate({ clockMhz: pins.clockMhz * 2 })).toBeGreaterThanOrEqual(rate({}));
    }
  });
  it('as few boards as any arrangement has, tried out one by one', () => {
    const holds = (classId: string, own: Sensor[]) => {
      const { pins, bits } = findBoardClass(classId)!;
      const load = loadOfAll(own);
      return (
        shortage(roomOf(pinsOfBoard(pins)), { ...load.needs, digital: load.needs.digital + 1 }) === null &&
        keeps(scanFigures({ pins, bits }, load, NO_CHIPS).rate)
      );
    };
    let parted = 0;
    for (let seed = 1; seed <= 300; seed++) {
      const r = random(seed);
      const sensors = randomSensors(r, 6, 6);
      const id = ['small-8', 'low-radio-32', 'twin-32', 'small-32'][r.whole(0, 3)];
      const fit = fitOf(findBoardClass(id)!, sensors, null);
      if (fit.way !== 'boards') continue;
      parted++;
      let least = Infinity;
      for (let code = 0; code < 4 ** sensors.length; code++) {
        const own: Sensor[][] = [[], [], [], []];
        sensors.forEach((s, i) => own[Math.floor(code / 4 ** i) % 4].push(s));
        const taken = own.filter((o) => o.length > 0);
        if (taken.length < least && taken.every((o) => holds(id, o))) least = taken.length;
      }
      expect(fit.boards.length).toBe(least === Infinity ? fit.boards.length : least);
      expect(fit.boards.flat().sort()).toEqual(sensors.map((_, i) => i));
    }
    expect(parted).toBeGreaterThan(5);
  });
  it('strikes do not fit where the scan is too slow for them, and it is said', () => {
    const stones = sensor('strike-pads', 9);
    const slow = fitOf(findBoardClass('large-8')!, [stones], null);
    expect(slow.lacks).toMatch(/would scan \d+ times a second; 1000 are wanted: a strike peaks/);
    const own = on('fast-32', [stones]);
    own.boards[0].scanHz = 20;
    expect(planOf(own).findings.map((f) => f.code)).toContain('scan-too-slow');
  });
  it('wishes that no class holds: the nearest plan that can be', () => {
    const wishes = Array.from({ length: 40 }, (_, i) => sensor('pressure-sheet', 16, `s${i}`));
    expect(solve(wishes, null).every((f) => f.way === null)).toBe(true);
    const near = nearest(wishes)!;
    expect(near.kept.length).toBeGreaterThan(4);
    expect(solve(wishes.slice(0, near.kept.length + 1), null).every((f) => f.way === null)).toBe(true);
  });
  it('100 random instruments in a fifth of a second together, on a quiet machine', () => {
    const r = random(8);
    const all = Array.from({ length: 100 }, () => randomSensors(r, 8, 10));
    const began = performance.now();
    for (const sensors of all) expect(solve(sensors, null)).toHaveLength(BOARD_CLASSES.length);
    // Fifty times the limit: machines that test are shared, and stand still for seconds.
    expect(performance.now() - began).toBeLessThan(10_000);
  });
});

describe('budgets', () => {
  it('memory and program are those of the compiled image within 2 %, before anything is measured', () => {
    for (const name of ['wherry', 'cairn']) {
      const read = readInstrument(readFileSync(`demo/${name}.json`, 'utf8'));
      if (!read.ok) throw new Error(read.faults[0].says);
      const whole = read.value;
      const bare = { ...whole, sensors: whole.sensors.map((s) => ({ ...s, calibration: undefined })) };
      const [board] = whole.boards;
      const is = programFigures(whole, board);
      const planned = programFigures(draftOf(bare), board);
      expect(planned.memory.value / is.memory.value).toBeCloseTo(1, 1);
      for (const [a, b] of [
        [planned.memory, is.memory],
        [planned.flash, is.flash],
      ])
        expect(Math.abs(a.value / b.value - 1)).toBeLessThan(0.02);
    }
  });
  it('a cable’s latency is the sum of its lines: half a scan, window, 0.96 ms, the host’s buffer', () => {
    const lines = planOf(on('small-8', [sensor('breath-gauge')])).latency;
    expect(lines.find((l) => l.name === 'on the cable')!.value).toBeCloseTo(0.96, 9);
    expect(lines.at(-1)!.value).toBeCloseTo(
      lines.slice(0, -1).reduce((n, l) => n + l.value, 0),
      9,
    );
  });
  it('every figure opens: a formula and the numbers put in; a battery of nothing has no hours', () => {
    const { boards, figures, latency, parts, steps } = planOf({
      ...on('large-8', pressureKeys),
      batteryMah: 1000,
    });
    for (const f of [...boards[0].figures, ...figures, ...latency])
      expect(f.formula.length).toBeGreaterThan(5);
    expect(figures.map((f) => f.name)).toContain('a battery lasts');
    expect(planOf(on('large-8', pressureKeys)).figures.map((f) => f.name)).not.toContain('a battery lasts');
    expect(partsCsv(parts).trim().split('\n').at(-1)).toBe(
      `sum,,,${parts.reduce((n, p) => n + p.count * p.cost, 0)},`,
    );
    expect(new Set(steps.map((s) => s.id)).size).toBe(steps.length);
  });
  it('a name that a table program would take for a formula is written as text', () => {
    for (const name of ['=1+1', '+1', '-1', '@SUM(A1)', '\t=1']) {
      const line = partsCsv([{ ...partsList(on('large-8', [sensor('pot')]), [])[0], name }]).split('\n')[1];
      expect(line.startsWith(`'${name}`), line).toBe(true);
    }
  });
  it('a ribbon shorter than its chain is said, with what would do', () => {
    const chain = { ...sensor('chain-ribbon'), facts: { mm: 40, resistors: 170 } };
    expect(planOf(on('small-32', [chain])).findings).toContainEqual(
      expect.objectContaining({
        code: 'part',
        severity: 'fault',
        cure: 'At most 50 resistors find room, or 136 mm are wanted.',
      }),
    );
  });
  it('a matrix of two contacts a key takes lines, not a pin each', () => {
    expect(needsOf(sensor('two-contact-keys', 49)).digital).toBe(20);
  });
});
