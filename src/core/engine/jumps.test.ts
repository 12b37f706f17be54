import { describe, expect, it } from 'vitest';
import { breathController, identityInstrument } from '../testing/identity-response';
import { playAfterRest } from '../testing/play';
import { checkInstrument } from '../exchange/document/instrument-json';

/** Straight from 1000 (rest) over a dead zone of 20 counts to 2020 (reach): its values as counts pass by. */
const played = (jumps: number[], counts: number[], change: object = {}) =>
  playAfterRest(identityInstrument([breathController({ jumps, ...change })]), counts)
    .filter(([tUs]) => tUs >= 0)
    .map(([tUs, , , value]) => [tUs / 1000, value]);
const at = (share: number) => 1020 + Math.round(1000 * share);

describe('a value that jumps', () => {
  it('is nothing below its share and all above, and is kept 3 % past it either way', () => {
    const counts = [0.51, 0.54, 0.49, 0.48, 0.46, 0.52, 0.54].map(at);
    expect(played([0.5], counts)).toEqual([
      [1, 127],
      [4, 0],
      [6, 127],
    ]);
  });
  it('of a pedal stands half-way between its shares, and goes no other way', () => {
    const counts = Array.from({ length: 101 }, (_, i) => at(i / 100));
    expect(played([1 / 3, 2 / 3], counts)).toEqual([
      [37, 64],
      [70, 127],
    ]);
    expect(played([1 / 3, 2 / 3], [at(1), ...counts.reverse()]).map(([, value]) => value)).toEqual([
      127, 64, 0,
    ]);
  });
  it('has the ends that it is given, evenly between', () => {
    const rising = Array.from({ length: 101 }, (_, i) => at(i / 100));
    const values = played([0.2, 0.5, 0.9], rising, { from: 10, to: 100 }).map(([, value]) => value);
    expect(values).toEqual([40, 70, 100]);
  });
  it('is reached where it lies at the end of the way', () => {
    expect(played([1], [at(0.99), at(1), at(0.99)]).map(([, value]) => value)).toEqual([127, 0]);
  });
  it('is refused where its shares do not rise, or at 14 bits', () => {
    const faults = (change: object) => {
      const read = checkInstrument(identityInstrument([breathController(change)]));
      return read.ok ? [] : read.faults.map(({ path }) => path);
    };
    expect(faults({ jumps: [0.5, 0.5] })).toEqual(['voices.0.jumps']);
    expect(faults({ jumps: [0.5], bits: 14 })).toEqual(['voices.0.jumps']);
    expect(faults({ jumps: [0.3, 0.6], from: 5, to: 6 })).toEqual(['voices.0.jumps']);
  });
});
