import { expect, it } from 'vitest';
import {
  breathController,
  breathNote,
  identityInstrument,
  levelWith,
  oneSided,
} from '../testing/identity-response';
import { awake } from '../testing/play';

/** Rest 1000, off 10, on 20; followed by what it was seen to creep. */
function begun(creep: 'followed' | 'left', creepPerSecond: number, holdOffMs = 0) {
  const instrument = identityInstrument([breathNote(0), breathController()]);
  instrument.sensors[0].calibration = levelWith(oneSided, {}, { creep, creepPerSecond, holdOffMs });
  const { e, at } = awake(instrument);
  let ms = 0;
  const says = (count: number, forMs = 1) => {
    const all: number[][] = [];
    for (let i = 0; i < forMs; i++) all.push(...at(1000 * ms++, [count]));
    return all;
  };
  return { says, rest: () => e.state.level_zeros[0].rest };
}

it('rest follows what creeps while nobody plays, twice as fast as it was seen to, and never by more than "off" a second', () => {
  const { says, rest } = begun('followed', 4);
  says(1000, 300);
  says(1009, 524);
  // Two sweeps of 262 ms, of two counts each.
  expect(rest()).toBe(1004);
  says(1009, 2000);
  expect(rest()).toBe(1009);
  says(1015, 5000);
  says(1020, 3000);
  expect(rest()).toBe(1020);
  const fast = begun('followed', 1000);
  fast.says(1000, 300);
  fast.says(1009, 524);
  // "Off" is 10 counts: 2.6 a sweep, three of them.
  expect(fast.rest()).toBe(1006);
});

it('what is played moves nothing: a note that is held softly, a level past "off", and what is left', () => {
  const { says, rest } = begun('followed', 100);
  says(1000, 300);
  expect(says(1022)[0].slice(0, 2)).toEqual([0x90, 62]);
  says(1012, 3000);
  expect(rest()).toBe(1000);
  expect(says(1009)).toContainEqual([0x80, 62, 64]);
  says(1011, 3000);
  expect(rest()).toBe(1000);
  const left = begun('left', 100);
  left.says(1000, 300);
  left.says(1009, 3000);
  expect(left.rest()).toBe(1000);
});

it('after rest has followed, a note begins and ends from there', () => {
  const { says } = begun('followed', 5);
  says(1000, 300);
  says(1009, 3000);
  expect(says(1028).filter(([status]) => status === 0x90)).toEqual([]);
  expect(says(1029).filter(([status]) => status === 0x90)).toHaveLength(1);
  expect(says(1019)).not.toContainEqual([0x80, 62, 64]);
  expect(says(1018)).toContainEqual([0x80, 62, 64]);
});

it('while its hold-off keeps a note, rest stays, though it lies short of "off"', () => {
  const { says, rest } = begun('followed', 100, 250);
  const off = ([status]: number[]) => status === 0x80;
  let sweeps = 0;
  for (let press = 0; press < 20; press++) {
    says(1000, 600);
    const before = rest();
    says(before + 22, 3);
    // Of the sweeps at every 262 ms most fall into the 240 ms in which it is held.
    expect([press, says(before + 8, 240).filter(off), rest()]).toEqual([press, [], before]);
    if (says(before + 8, 60).some(off)) sweeps++;
  }
  expect(sweeps).toBe(20);
});
