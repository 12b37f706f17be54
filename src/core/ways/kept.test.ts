import { describe, expect, it } from 'vitest';
import type { Instrument } from '../instrument/document';
import { readInstrument, writeInstrument } from '../exchange/document/instrument-json';
import { withCalibration } from '../kinds/with-calibration';
import { rebased } from '../plan/take-fit';
import { identityInstrument, levelWith, oneSided } from '../testing/identity-response';
import { withKept, withMarks, withStaying } from './kept';
import { withChoice } from './level/choice';
import type { LevelCalibration } from './level/calibration';
import { laneLevel, withLaneLevel } from './level/lane-level';

const typedOn = (c: LevelCalibration, on: number) =>
  withMarks(c, withLaneLevel(c, withChoice(laneLevel(c, 'breath')!, { on, off: 10, holdOffMs: 0 })));
const measuredAgain = (reach: number) =>
  levelWith(oneSided, { rest: 1003.2, up: { reach, dead: 24, on: 24, off: 12 } });
const ofBreath = (c: unknown) => (c as LevelCalibration).lanes[0];

describe('a value that was typed', () => {
  const typed = typedOn(oneSided, 31);
  it('is marked, and measured anew like any other unless it is to stay', () => {
    expect(typed.typed).toEqual([{ value: 'breath/on' }]);
    const again = withKept(typed, measuredAgain(900)) as LevelCalibration;
    expect([ofBreath(again).up.on, again.typed]).toEqual([24, undefined]);
  });
  it('stays where that is asked, with the rest, the reach and “off” that were measured', () => {
    const stays = withStaying(typed, 'breath/on', true);
    const again = withKept(stays, measuredAgain(900));
    expect(ofBreath(again)).toMatchObject({ rest: 1003.2, up: { reach: 900, on: 31, dead: 31, off: 12 } });
    expect(again.typed).toEqual([{ value: 'breath/on', stays: true }]);
    expect(withKept(again, measuredAgain(700)).typed).toHaveLength(1);
  });
  it('that has no room in what was measured gives way, and is typed no more', () => {
    const again = withKept(withStaying(typed, 'breath/on', true), measuredAgain(28));
    expect(ofBreath(again).up.on).toBeLessThan(28);
    expect(again.typed).toBeUndefined();
  });
});

describe('earlier calibrations', () => {
  const rests = (own: Instrument) => (own.sensors[0].earlier ?? []).map((c) => ofBreath(c).rest);
  const measure = (own: Instrument, rest: number) =>
    withCalibration(
      own,
      own.sensors[0].id,
      { ...levelWith(oneSided, { rest }), measuredAt: `2026-01-01T00:00:0${rest % 10}Z` },
      undefined,
    );
  it('are kept, the newest first, five at most; the same values do not stand twice', () => {
    let own = identityInstrument([]);
    for (const rest of [1001, 1002, 1003, 1004, 1005, 1006]) own = measure(own, rest);
    expect(rests(own)).toEqual([1005, 1004, 1003, 1002, 1001]);
    expect(rests(measure(own, 1006))).toEqual(rests(own));
    const back = measure(own, 1003);
    expect([ofBreath(back.sensors[0].calibration).rest, rests(back)]).toEqual([
      1003,
      [1006, 1005, 1004, 1002, 1001],
    ]);
  });
  it('go with the document, and not to a board in whose counts they are not', () => {
    const own = measure(measure(identityInstrument([]), 1001), 1002);
    const read = readInstrument(writeInstrument(own));
    expect(read.ok && rests(read.value)).toEqual([1001, 1000]);
    expect(rebased(own.sensors[0], 12, 10).earlier).toBeUndefined();
  });
});
