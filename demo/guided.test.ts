import { expect, it } from 'vitest';
import { newInstrument } from '@/core/instrument/create';
import { hasThresholds } from '@/core/kinds/has-thresholds';
import { findKind, kindIds } from '@/core/kinds/registry';
import { newSensor } from '@/core/kinds/new-sensor';
import { workingsOf } from '@/core/kinds/workings-registry';
import type { Take } from '@/core/signal/take';
import { stepOf } from '@/core/ways/level/known/steps';
import { lanesLeft } from '@/core/ways/registry';
import { guidedTakes } from './guided';

/** Longest hands-free run of up to four lanes, s (the design's limits); two lanes of wheels are swept one after the other. */
const LONGEST_S = 60;
// The practice board is the project's own: this says that every run ends by itself and is calibrated, not that its numbers are right.
it.each(kindIds())(
  '%s: its guided run on the practice board ends by itself within a minute, and every lane is calibrated without a fault',
  (id) => {
    const kind = findKind(id)!;
    const { least, most } = kind.lanes;
    for (const lanes of new Set([least, Math.min(4, most)])) {
      const instrument = newInstrument('t', 'T', '2026-01-01T00:00:00Z');
      const [board] = instrument.boards;
      const sensor = newSensor(kind, id, kind.name, board.id, lanes);
      instrument.sensors = [sensor];
      const takes = guidedTakes(instrument, id, 7 + lanes);
      expect(takes.map(({ role }) => role)).toEqual(kind.steps.map(({ role }) => role));
      const seconds = takes.reduce((sum, { tUs }) => sum + (tUs[tUs.length - 1] - tUs[0]) / 1e6, 0);
      expect(seconds).toBeLessThan(LONGEST_S);
      const report = workingsOf(sensor).calibrate({ board, sensor, takes });
      if (!report.ok) throw new Error(report.faults[0].says);
      const { calibration, findings, is } = report.value;
      // The screen on which it is accepted.
      expect(is === 'level').toBe(hasThresholds(kind));
      expect([lanes, findings.filter(({ severity }) => severity === 'fault')]).toEqual([lanes, []]);
      expect(lanesLeft({ ...sensor, calibration })).toBe(0);
    }
  },
  60_000,
);

it.each(kindIds().filter((id) => findKind(id)!.known))(
  '%s: known loads are counted hands-free on the practice board, and give it its units',
  (id) => {
    const kind = findKind(id)!;
    for (const [seed, most] of [
      [3, 1],
      [4, 1],
      [5, Math.min(4, kind.lanes.most)],
    ]) {
      const instrument = newInstrument('t', 'T', '2026-01-01T00:00:00Z');
      const [board] = instrument.boards;
      const sensor = newSensor(kind, id, kind.name, board.id, most);
      instrument.sensors = [sensor];
      const takes = guidedTakes(instrument, id, seed);
      const calibrated = (all: Take[]) => {
        const report = workingsOf(sensor).calibrate({ board, sensor, takes: all });
        if (!report.ok || report.value.is !== 'level') throw new Error('a level is required');
        return report.value;
      };
      const { rest } = calibrated(takes).lanes[0];
      const loaded = guidedTakes(instrument, id, seed, [stepOf(kind.known!)], rest);
      const { lanes, findings } = calibrated([...takes, ...loaded]);
      expect(findings.filter(({ code }) => code.startsWith('load'))).toEqual([]);
      expect(loaded[0].tUs.at(-1)! - loaded[0].tUs[0]).toBeLessThan(LONGEST_S * 1e6);
      for (const { readings } of lanes) {
        expect(readings.known!.loads.length).toBeGreaterThan(4);
        for (const { is, reads } of readings.known!.loads) expect(Math.abs(reads / is - 1)).toBeLessThan(0.1);
      }
    }
  },
  60_000,
);
