import { expect, it } from 'vitest';
import { compile } from '@/core/compile/compile';
import { kindOf } from '@/core/kinds/registry';
import { random } from '@/core/signal/random';
import { edgesOfKeys, instrumentOfKeys, physicalKeys, playedKeys } from '@/core/testing/physical-keys';
import {
  instrumentOfMagnets,
  physicalMagnets,
  playedMagnets,
  takeOfMagnets,
} from '@/core/testing/physical-magnets';
import { calibrateDepths } from '@/core/ways/depth/calibrate';
import type { DepthCalibration } from '@/core/ways/depth/calibration';
import { wayNamed } from '@/core/ways/registry';
import { runEdgesOnChip, runOnChip } from './chip';

it('88 two-contact keys on a small chip: nothing while no edge comes, little at an edge, the bytes of the application’s engine', () => {
  const r = random(4);
  const bed = physicalKeys(r, 88, {});
  const own = instrumentOfKeys(bed);
  own.boards[0].tableBits = 5;
  const [sensor] = own.sensors;
  sensor.calibration = wayNamed('pair').planned(
    sensor.lanes.map(({ id }) => id),
    0,
  );
  own.voices = kindOf(sensor).firstVoices(sensor, 'main');
  const played = playedKeys(r, bed, 1, () => 0.01 * 15 ** r.next());
  // Two of them at once, and a trill.
  const edges = edgesOfKeys(r, bed, [...played.slice(0, 12), { ...played[3], key: 60 }]);
  const {
    edges: each,
    frames,
    ramBytes,
    identical,
  } = runEdgesOnChip(own, edges, Math.ceil(edges.tUs.at(-1)! / 1000) + 50);
  expect(identical).toBe(true);
  // Of an edge alone, over a frame in which nothing comes; and of one that strikes, with its note.
  const quiet = Math.min(...frames.slice(10));
  const silent = each.toSorted((a, b) => a - b)[each.length >> 1];
  expect(silent - quiet).toBeLessThan(200);
  expect(Math.max(...each)).toBeLessThan(1000);
  // Besides the bytes that are on their way.
  expect(ramBytes - compile(own).max_bytes).toBeLessThan(800);
  expect(each.length).toBeGreaterThan(50);
});

it('magnet keys on a small chip: 40 cycles a scan at rest, 500 while all are struck, the bytes of the application’s engine', () => {
  const [few, many] = [magnetsOnChip(8), magnetsOnChip(24)];
  expect([few.identical, many.identical]).toEqual([true, true]);
  expect(many.messages).toBeGreaterThan(24);
  const each = (of: (run: typeof few) => number) => (of(many) - of(few)) / 16;
  expect(each(({ quiet }) => quiet)).toBeLessThan(40);
  expect(each(({ busy }) => busy)).toBeLessThan(500);
});

/** Magnet keys that are all struck a little after one another. */
function magnetsOnChip(keys: number) {
  const r = random(3);
  const bank = physicalMagnets(r, keys, { noise: 1, neighbour: 0 });
  for (const key of bank.keys) Object.assign(key, { distance: 1.8, gain: 1500 });
  const own = instrumentOfMagnets(bank);
  own.boards[0].tableBits = 5;
  const [sensor] = own.sensors;
  const take = takeOfMagnets(r, bank, 'soft', playedMagnets(r, bank, 1, () => 0.06).slice(0, 1));
  const column = take.counts.filter((_, i) => i % keys === 0);
  const report = calibrateDepths({ board: own.boards[0], sensor, takes: [take] });
  if (!report.ok) throw new Error(report.faults[0].says);
  const c = report.value.calibration as DepthCalibration;
  sensor.calibration = { ...c, lanes: sensor.lanes.map(({ id }) => ({ ...c.lanes[0], lane: id })) };
  own.voices = kindOf(sensor).firstVoices(sensor, 'main');
  const still = new Uint16Array(200).fill(Math.round(c.lanes[0].rest));
  const quiet = Math.min(...runOnChip(own, still, 0).scans.slice(10));
  const { scans, ...run } = runOnChip(own, column, 1);
  return { ...run, quiet, busy: Math.max(...scans) };
}
