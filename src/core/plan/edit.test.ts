import fc from 'fast-check';
import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { checkInstrument, readInstrument } from '../exchange/document/instrument-json';
import { newInstrument } from '../instrument/create';
import type { Instrument } from '../instrument/document';
import type { Sensor } from '../instrument/sensor';
import type { ControllerVoice, Voice } from '../instrument/voices';
import { assignPins } from './assign';
import { BOARD_NUMBERS, boardNumber, withBoardNumber } from './own-board';
import { findBoardClass } from './board-classes';
import {
  withAnother,
  withLanes,
  withMore,
  withMoved,
  withoutSensor,
  withPlaced,
  withSensorBack,
} from './edit';
import { planOf } from './plan';
import { fitOf } from './solve';
import { pinFaults } from './pin-faults';
import { movePin, takeFit, withPins } from './take-fit';

const shipped = (name: string): Instrument => {
  const read = readInstrument(readFileSync(`demo/${name}.json`, 'utf8'));
  if (!read.ok) throw new Error(read.faults[0].says);
  return read.value;
};
const holds = (i: Instrument) => checkInstrument(JSON.parse(JSON.stringify(i))).ok;
const wherry = shipped('wherry');
const ids = (i: Instrument) => i.sensors.map((s) => s.id);

describe('a plan that changes', () => {
  it('adds, doubles, moves, takes away: the document holds each time, and voices go with their sensor', () => {
    const more = withMore(wherry, { kind: 'pot', count: 2, lanes: 3 });
    const another = withAnother(more, 'thumb');
    const moved = withMoved(another, 'knee', -10);
    const less = withoutSensor(moved, 'leaves');
    for (const i of [more, another, moved, less]) expect(holds(i)).toBe(true);
    const pins = more.sensors.slice(-2).flatMap((s) => s.lanes.map((l) => l.pin));
    expect(new Set([...pins, 'A0', 'A1', 'A2']).size).toBe(9);
    expect(ids(more).slice(-2)).toEqual(['pot', 'pot-2']);
    expect(ids(another)[3]).toBe('thumb-2');
    expect(ids(moved)[0]).toBe('knee');
    expect(less.voices.map((v) => v.id)).not.toContain('bellows-note');
    expect(ids(withoutSensor({ ...wherry, sensors: [wherry.sensors[0]], voices: [] }, 'bellows'))).toEqual([
      'bellows',
    ]);
  });
  it('keeps what was measured of the lanes that stay', () => {
    const fewer = withLanes(wherry, 'leaves', 4);
    const again = withLanes(fewer, 'leaves', 6);
    const measured = (i: Instrument) => {
      const c = i.sensors.find((s) => s.id === 'leaves')!.calibration;
      return c?.is === 'touch' ? c.lanes.length : 0;
    };
    expect([measured(wherry), measured(fewer), measured(again)]).toEqual([10, 4, 4]);
    expect([fewer, again].every(holds)).toBe(true);
  });
  it('on a board of other counts keeps each calibration aside, and brings it back', () => {
    const to = (i: Instrument, id: string) => takeFit(i, fitOf(findBoardClass(id)!, i.sensors, null));
    const ten = to(wherry, 'large-8');
    expect(holds(ten)).toBe(true);
    const [bellows] = ten.sensors;
    expect(bellows.calibration).toBeUndefined();
    expect(bellows.former).toEqual({ bits: 12, calibration: wherry.sensors[0].calibration });
    const back = to(ten, 'touch-radio-32');
    expect(back.sensors.map((s) => s.calibration)).toEqual(wherry.sensors.map((s) => s.calibration));
    expect(holds(back)).toBe(true);
  });
  it('follows a number that is typed of a board: wired anew, what was measured in other counts kept aside', () => {
    const number = (name: string) => BOARD_NUMBERS.find((n) => n.name === name)!;
    const typed = (i: Instrument, name: string, value: number) =>
      withBoardNumber(i, wherry.boards[0].id, number(name), value);
    for (const n of BOARD_NUMBERS) {
      const next = typed(
        wherry,
        n.name,
        Math.min(n.high, Math.max(n.low, boardNumber(wherry.boards[0], n) + 2)),
      );
      expect(holds(next), n.says).toBe(true);
    }
    const one = typed(wherry, 'analogue', 1);
    expect(one.boards[0].pins).toMatchObject({ analogue: 1, analogueOnly: 1 });
    expect(planOf(one).findings.map((f) => f.code)).toContain('too-few-pins');
    const eased = typed(typed(one, 'digital', 20), 'multiplexers', 1);
    expect(planOf(eased).findings.map((f) => f.code)).not.toContain('too-few-pins');
    expect(eased.sensors[0].lanes[0].pin).toBe('A0.0');
    const ten = typed(wherry, 'bits', 10);
    expect(ten.sensors[0].former?.bits).toBe(12);
    expect(typed(ten, 'bits', 12).sensors.map((s) => s.calibration)).toEqual(
      wherry.sensors.map((s) => s.calibration),
    );
  });
  it('lights have pins of the first board, which nothing else has; a board that has too few is not proposed', () => {
    for (const lights of [
      { count: 60, as: 'clocked' },
      { count: 60, as: 'strip' },
      { count: 1, as: 'single' },
    ] as const) {
      const [first] = planOf({ ...wherry, lights }).boards;
      const lit = first.wires!.filter((w) => w.signal.label.startsWith('lights'));
      expect(lit.map((w) => w.signal.name)).toEqual(
        { clocked: ['data', 'clock'], strip: ['data'], single: ['red 1', 'green 1', 'blue 1'] }[lights.as],
      );
      const pins = first.wires!.map((w) => w.pin);
      expect(pins).not.toContain(null);
      expect(new Set(pins).size).toBe(pins.length);
    }
    // Written to the document they stay, whatever else is wired; what takes one of them too is told.
    const written = withPins({ ...wherry, lights: { count: 60, as: 'clocked' } });
    expect(written.lights!.pins).toHaveLength(2);
    const more = withMore(written, { kind: 'switch', count: 2 });
    expect(more.lights).toEqual(written.lights);
    expect(pinFaults(more, more.boards[0])).toEqual([]);
    const [first] = more.sensors;
    const clash = { ...more, lights: { ...more.lights!, pins: [first.lanes[0].pin!, '13'] } };
    expect(pinFaults(clash, clash.boards[0]).map(({ path }) => path)).toContain('lights.pins.0');
    const wayOf = (count: number, id: string) =>
      planOf({ ...wherry, lights: { count, as: 'single' } }).fits.find((f) => f.board.id === id)!.way;
    const same = planOf(wherry).fits.find((f) => f.way === 'alone')!.board.id;
    expect([wayOf(1, same), wayOf(500, same)]).toEqual(['alone', null]);
    const crowded = planOf({ ...wherry, lights: { count: 500, as: 'single' } });
    expect(crowded.fits.every((f) => f.way === null)).toBe(true);
    expect(crowded.findings.some((f) => f.code === 'too-few-pins')).toBe(true);
  });
  it('lights have the time that scans leave: where that is none, it is told, and at which rate there is some', () => {
    const shown = withPins({ ...wherry, lights: { count: 8, as: 'clocked' } });
    const [{ id, zone, side, ...level }] = shown.voices as ControllerVoice[];
    const bar = { id: `${id}-bar`, zone, side, source: level.source, lights: [1, 8], colour: '#ff0000' };
    const voices: Voice[] = [...shown.voices, { ...bar, is: 'light', shows: 'bar' }];
    const late = (scanHz: number) => {
      const [first, ...rest] = shown.boards;
      const { findings } = planOf({ ...shown, voices, boards: [{ ...first, scanHz }, ...rest] });
      return findings.find(({ code }) => code === 'lights-late');
    };
    expect(late(shown.boards[0].scanHz)).toBeUndefined();
    const hz = Number(/\d+/.exec(late(8000)!.cure)![0]);
    expect([late(hz), late(hz + 1)?.cure]).toEqual([undefined, late(8000)!.cure]);
  });
  it('lights one by one take four wires each, a strip three in all (maker’s handbook 9), and current', () => {
    const of = (as: 'strip' | 'single') => planOf({ ...wherry, lights: { count: 8, as } });
    const figure = (as: 'strip' | 'single', name: string) =>
      of(as).figures.find((f) => f.name === name)!.value;
    expect(figure('single', 'wires to lead') - figure('strip', 'wires to lead')).toBe(4 * 8 - 3);
    const bare = planOf(wherry).figures.find((f) => f.name === 'supply current')!.value;
    expect(figure('strip', 'supply current') - bare).toBeCloseTo(8 * 60 * 0.3, 9);
    expect(of('single').findings.find((f) => f.code === 'lights')?.says).toMatch(/24 pins and 32 wires/);
  });
  it('a board that has a radio plays over a cable unless it is asked to play by radio, and its latency is the radio’s then', () => {
    const fit = fitOf(findBoardClass('touch-radio-32')!, wherry.sensors, null);
    const by = (transport: 'cable' | 'radio') => {
      const [first] = wherry.boards;
      const asked = { ...wherry, boards: [{ ...first, pins: { ...first.pins!, transport } }] };
      const taken = takeFit(asked, fit);
      const told = ['latency', 'transport'].map((code) =>
        planOf(taken).findings.some((f) => f.code === code),
      );
      return [taken.boards[0].pins!.transport, ...told];
    };
    expect(by('cable')).toEqual(['cable', expect.any(Boolean), false]);
    expect(by('radio')).toEqual(['radio', true, false]);
  });
  it('parts sensors among boards in series where one has too few pins', () => {
    // Three times sixteen pins that time edges, of the twenty that a board has; no chip brings those.
    const many = withMore(shipped('sallow'), { kind: 'encoder', count: 3, lanes: 8 });
    const parted = takeFit(many, fitOf(findBoardClass('fast-32')!, many.sensors, null));
    expect([parted.boards.length, parted.links.length]).toEqual([3, 2]);
    expect(new Set(parted.sensors.map((s) => s.board)).size).toBe(3);
    expect(holds(parted)).toBe(true);
  });
  it('leads a wire to another pin, which changes places; one that cannot says why and changes nothing', () => {
    const [board] = wherry.boards;
    const wires = assignPins(board.pins!, wherry.sensors);
    const bellows = wires.find((w) => w.signal.sensor === 'bellows')!;
    const moved = movePin(wherry, board, bellows, 'A1');
    if (!moved.ok) throw new Error(moved.says);
    const pinOf = (i: Instrument, id: string) => i.sensors.find((s) => s.id === id)!.lanes[0].pin;
    expect([pinOf(moved.value, 'bellows'), pinOf(moved.value, 'thumb')]).toEqual(['A1', 'A0']);
    expect(movePin(wherry, board, bellows, '5')).toEqual({
      ok: false,
      says: 'Pin 5 reads no levels; Bellows · out needs a pin of the converter.',
    });
  });
});

it('a sensor goes to another board before another one, without its old pins, and what was measured in other counts is kept aside', () => {
  const sallow = shipped('sallow');
  const [first, second] = sallow.boards;
  const own = sallow.sensors.find((s) => s.board === second.id)!;
  const placed = withPlaced(sallow, own.id, first.id, 'keys');
  expect(holds(placed)).toBe(true);
  expect(placed.sensors[0]).toMatchObject({ id: own.id, board: first.id });
  const wherry2 = { ...wherry, boards: [...wherry.boards, { ...second, id: 'other', bits: 10 }] };
  const moved = withPlaced(wherry2, 'bellows', 'other', null).sensors.at(-1)!;
  expect(moved).toMatchObject({ id: 'bellows', board: 'other', former: { bits: 12 } });
  expect(moved.calibration).toBeUndefined();
});

describe('any run of edits', () => {
  it('leaves a whole document: no id, column or contact stands twice', () => {
    const kinds = ['pot', 'switch', 'two-contact-keys', 'touch-pads', 'stick', 'encoder'];
    const step = fc.record({
      does: fc.constantFrom('more', 'another', 'lanes', 'without', 'back', 'move'),
      kind: fc.constantFrom(...kinds),
      at: fc.nat(20),
      lanes: fc.integer({ min: 1, max: 5 }),
    });
    fc.assert(
      fc.property(fc.array(step, { maxLength: 25 }), (steps) => {
        let own = newInstrument('own', 'Own', '2026-11-28T00:00:00.000Z');
        let removed: Sensor[] = [];
        for (const { does, kind, at, lanes } of steps) {
          const sensor = own.sensors[at % own.sensors.length];
          if (does === 'more') own = withMore(own, { kind, lanes });
          if (does === 'another') own = withAnother(own, sensor.id);
          if (does === 'lanes') own = withLanes(own, sensor.id, lanes);
          if (does === 'move') own = withPlaced(own, sensor.id, own.boards[0].id, own.sensors[0].id);
          if (does === 'without' && own.sensors.length > 1) {
            own = withoutSensor(own, sensor.id);
            removed = [...removed, sensor];
          }
          const back = removed[at % Math.max(1, removed.length)];
          if (does === 'back' && back) {
            own = withSensorBack(own, { sensor: back, voices: [], zones: [], bits: 12 }).instrument;
            removed = removed.filter((s) => s !== back);
          }
          expect(checkInstrument(own)).toMatchObject({ ok: true });
        }
      }),
      { numRuns: 200 },
    );
  });
});
