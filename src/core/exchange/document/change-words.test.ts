import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { randomInstrument } from '@/core/testing/random-instruments';
import type { Instrument } from '../../instrument/document';
import { changeWords } from './change-words';

const wherry = (): Instrument => JSON.parse(readFileSync('demo/wherry.json', 'utf8'));

describe('what changed, in words', () => {
  const changed = (change: (own: Instrument) => void) => {
    const after = wherry();
    change(after);
    return changeWords(wherry(), after);
  };
  it('names the sensor, the lane where there are several, the field, and both values', () => {
    expect(
      changed(({ sensors }) => {
        const { calibration } = sensors[0];
        if (calibration?.is === 'level') calibration.lanes[0].up.on = 31;
      }),
    ).toEqual([expect.stringMatching(/^Bellows: on \d+ → 31$/)]);
    expect(changed(({ boards }) => void (boards[0].scanHz = 500))).toEqual([
      expect.stringMatching(/: scans a second 1000 → 500$/),
    ]);
    expect(
      changed(({ sensors }) => void (sensors.find((s) => s.lanes.length > 1)!.lanes[1].pin = '30')),
    ).toEqual([expect.stringMatching(/^Leaves: \S+ pin \S+ → 30$/)]);
  });
  it('tells what is new and what is gone by its name, and nothing of when and from what it was measured', () => {
    const gone = changed((own) => void own.sensors.shift());
    expect(gone).toContain('Bellows: gone');
    expect(changeWords(JSON.parse(JSON.stringify({ ...wherry(), sensors: [] })), wherry())).toContain(
      'Bellows: new',
    );
    expect(
      changed(({ sensors, log }) => {
        Object.assign(sensors[0].calibration!, { measuredAt: '2027-01-01T00:00:00Z', takes: ['other'] });
        log.push({ at: '2027-01-01T00:00:00Z', says: 'measured' });
      }),
    ).toEqual([]);
  });
  it('is empty for the same, never for another, and a line stays a line, over random instruments', () => {
    for (let seed = 1; seed <= 60; seed++) {
      const [one, other] = [randomInstrument(seed), randomInstrument(seed + 500)];
      expect(changeWords(one, JSON.parse(JSON.stringify(one)))).toEqual([]);
      const lines = changeWords(one, other);
      expect(lines.length).toBeGreaterThan(0);
      for (const line of lines) expect(line).toMatch(/^[^\n]{3,200}$/);
    }
  });
});
