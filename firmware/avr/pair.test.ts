import { expect, it } from 'vitest';
import { compile } from '@/core/compile/compile';
import { kindOf } from '@/core/kinds/registry';
import { random } from '@/core/signal/random';
import { edgesOfKeys, instrumentOfKeys, physicalKeys, playedKeys } from '@/core/testing/physical-keys';
import { wayNamed } from '@/core/ways/registry';
import { runEdgesOnChip } from './chip';

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
