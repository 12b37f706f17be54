import { describe, expect, it } from 'vitest';
import { BOARD_FAULTS, COLUMN_FAULTS, Faults, type ColumnFault, type Fault } from './faults';

const BITS = 10;
const SECONDS = 20;

/** Twenty seconds of three columns at 1 kHz: 200, a square wave of 300 and 600 a second, 500. */
function broken(faults: Fault[], seed = 3) {
  const at = new Faults(faults, seed, 3, BITS);
  const columns: number[][] = [[], [], []];
  const becomes: string[] = [];
  for (let ms = 0; ms < 1000 * SECONDS; ms++) {
    const counts = Uint16Array.of(200, ms % 1000 < 500 ? 300 : 600, 500);
    becomes.push(at.frame(1000 * ms, counts, 1000));
    counts.forEach((c, i) => columns[i].push(c));
  }
  return { columns, becomes };
}
const one = (is: ColumnFault, column: number) => broken([{ is, column }]).columns;
const range = (counts: number[]) => [Math.min(...counts), Math.max(...counts)];

describe('the faults of a practice board', () => {
  it('are the same from the same seed, and leave other columns alone', () => {
    for (const is of Object.keys(COLUMN_FAULTS) as ColumnFault[]) {
      const fault = { is, column: 2 } as const;
      expect(broken([fault])).toEqual(broken([fault]));
      if (is !== 'swapped')
        expect(broken([fault]).columns.slice(0, 2)).toEqual(broken([]).columns.slice(0, 2));
      for (const column of broken([fault]).columns) expect(range(column)[1]).toBeLessThan(2 ** BITS);
    }
  });
  it('dead is one value; swapped is the neighbour’s; crosstalk is a share of its moves', () => {
    expect(range(one('dead', 2)[2])).toEqual([0, 0]);
    const swapped = one('swapped', 2);
    expect([range(swapped[1]), range(swapped[2])]).toEqual([
      [500, 500],
      [300, 600],
    ]);
    expect(range(one('crosstalk', 2)[2])).toEqual([500, 590]);
  });
  it('floating follows what is read before it, a little late', () => {
    const [, before, floats] = one('floating', 2);
    expect(Math.abs(floats[499] - before[499])).toBeLessThan(2);
    expect(floats[500]).toBeGreaterThan(500);
    expect(floats[500]).toBeLessThan(before[500]);
  });
  it('hum is a sine of mains about what it lies on; drift creeps; clipped is cut off at the ends', () => {
    const hum = one('hum', 2)[2];
    expect(hum.reduce((a, b) => a + b, 0) / hum.length).toBeCloseTo(500, 0);
    expect(range(hum)).toEqual([492, 508]);
    const drift = one('drift', 2)[2];
    expect(drift[drift.length - 1] - drift[0]).toBe(Math.round((0.06 * 1023 * SECONDS) / 60));
    expect(range(one('clipped', 1)[1])).toEqual([300, 1023]);
  });
  it('a loose plug jumps to an end about once a second, for a millisecond to 300', () => {
    const loose = one('loose', 2)[2];
    const away = loose.filter((c) => c !== 500);
    expect(new Set(away)).toEqual(new Set([1023]));
    const jumps = loose.filter((c, i) => c !== 500 && loose[i - 1] === 500).length;
    expect(jumps).toBeGreaterThan(0.6 * SECONDS);
    expect(jumps).toBeLessThan(2.2 * SECONDS);
    expect(away.length).toBeLessThanOrEqual(300 * jumps);
    expect(away.length).toBeGreaterThan(20 * jumps);
  });
  it('frames that are lost are a hundredth; frozen ones come in stretches of 20 to 120 ms', () => {
    for (const is of Object.keys(BOARD_FAULTS) as (keyof typeof BOARD_FAULTS)[])
      expect(broken([{ is }]).columns).toEqual(broken([]).columns);
    const lost = broken([{ is: 'lost' }]).becomes.filter((b) => b === 'lost').length;
    expect(lost / (1000 * SECONDS)).toBeCloseTo(0.01, 2);
    const frozen = broken([{ is: 'freezes' }]).becomes;
    const stretches = frozen
      .map((b) => (b === 'frozen' ? '1' : '0'))
      .join('')
      .split(/0+/)
      .filter(Boolean);
    expect(stretches.length).toBeGreaterThan(3);
    for (const s of stretches) expect(s.length >= 18 && s.length <= 121).toBe(true);
  });
});
