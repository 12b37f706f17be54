import { describe, expect, it } from 'vitest';
import { compile } from '../compile/compile';
import { laneNotes } from '../kinds/level-voices';
import { contactVelocity } from '../parts/formulas';
import { random } from '../signal/random';
import {
  edgesOfKeys,
  instrumentOfKeys,
  passes,
  physicalKeys,
  type KeyStroke,
  type PhysicalKeys,
} from '../testing/physical-keys';
import type { PairCalibration } from '../ways/pair/calibration';
import { run } from './run';
import { soaking } from '../testing/many';

const STRUCK = { is: 'strike', from: 1, to: 127 } as const;
const TIMES = { fastMs: 1, slowMs: 60 };

function instrumentOf(bed: PhysicalKeys, change: Partial<PairCalibration> = {}) {
  const own = instrumentOfKeys(bed);
  const [sensor] = own.sensors;
  const calibration: PairCalibration = {
    ...{ is: 'pair', order: 'make-make', law: 'log', debounceMs: 4, restrikes: false, ...TIMES },
    lanes: sensor.lanes.map(({ id }) => ({ lane: id, factor: 1 })),
    ...{ takes: [], method: '' },
    ...change,
  };
  own.sensors[0] = { ...sensor, calibration };
  own.voices = [laneNotes(sensor, 'key', 'main', STRUCK)];
  return own;
}

/** [ms, note, velocity; 0 where it ends] of edges by hand: [ms, contact, closed]. */
function playedBy(
  edges: readonly (readonly [ms: number, contact: number, closed: 0 | 1])[],
  change: Partial<PairCalibration> = {},
) {
  const bed = physicalKeys(random(1), 2, {});
  const tUs = Float64Array.from({ length: 1500 }, (_, i) => 1000 * i);
  const at = (ms: number) => Math.round(1000 * (20 + ms));
  return run(compile(instrumentOf(bed, change)), {
    ...{ channels: [], tUs, counts: new Uint16Array(0) },
    edges: {
      contacts: ['k0a', 'k0b', 'k1a', 'k1b'],
      tUs: Float64Array.from(edges, ([ms]) => at(ms)),
      contact: Uint16Array.from(edges, ([, contact]) => contact),
      closed: Uint8Array.from(edges, ([, , closed]) => closed),
    },
  }).map(({ tUs: us, bytes: [status, note, value] }) => [
    us / 1000 - 20,
    note,
    status >> 4 === 9 ? value : 0,
  ]);
}

const velocity = (ms: number, law: 'log' | 'reciprocal' = 'log') =>
  Math.round(contactVelocity(ms, TIMES.fastMs, TIMES.slowMs, law));

describe('a key with two contacts', () => {
  // Maker's handbook 4.6, as a formula of its own in core/parts.
  it('reads the time between them by either law, to 4 µs, and neither past its ends', () => {
    for (const law of ['log', 'reciprocal'] as const)
      for (const ms of [0, 0.5, 1, 1.004, 1.5, 2, 7.3, 20, 59, 60, 200, 900]) {
        const [[, , read]] = playedBy(
          [
            [0, 0, 1],
            [ms, 1, 1],
            [ms + 20, 1, 0],
            [ms + 30, 0, 0],
          ],
          { law },
        );
        expect(Math.abs(read - velocity(ms, law)), `${law}, ${ms} ms`).toBeLessThanOrEqual(
          law === 'log' ? 0 : 1,
        );
      }
  });

  it('is no faster for bounces, ends with the first contact, and is struck again from half-way by choice', () => {
    const bounced = playedBy([
      [0, 0, 1],
      [0.5, 0, 0],
      [1.2, 0, 1],
      [8, 1, 1],
      [8.5, 1, 0],
      [9, 1, 1],
      [60, 1, 0],
      [70, 0, 0],
      [71, 0, 1],
      [72, 0, 0],
    ]);
    expect(bounced).toEqual([
      [8, 20, velocity(8)],
      [70, 20, 0],
    ]);
    const twice = [
      [0, 0, 1],
      [8, 1, 1],
      [60, 1, 0],
      [80, 1, 1],
      [120, 1, 0],
      [130, 0, 0],
    ] as const;
    expect(playedBy(twice)).toEqual([
      [8, 20, velocity(8)],
      [130, 20, 0],
    ]);
    expect(playedBy(twice, { restrikes: true })).toEqual([
      [8, 20, velocity(8)],
      [80, 20, 0],
      [80, 20, velocity(10)],
      [130, 20, 0],
    ]);
  });

  it('ends a stroke shorter than its debounce, and plays one that came again within it', () => {
    expect(
      playedBy([
        [0, 0, 1],
        [1, 1, 1],
        [2, 1, 0],
        [3, 0, 0],
      ]),
    ).toEqual([
      [1, 20, 127],
      [5, 20, 0],
    ]);
    const again = playedBy([
      [0, 0, 1],
      [8, 1, 1],
      [60, 1, 0],
      [70, 0, 0],
      [71, 0, 1],
      [72.5, 1, 1],
      [140, 1, 0],
      [150, 0, 0],
    ]);
    expect(again.map(([ms, , v]) => [ms, v > 0])).toEqual([
      [8, true],
      [70, false],
      [74, true],
      [150, false],
    ]);
  });

  it('times a stroke that begins while its key still bounces from its release by what left last', () => {
    const played = playedBy([
      ...([
        [0, 0, 1],
        [8, 1, 1],
        [60, 1, 0],
        [70, 0, 0],
        [71, 0, 1],
        [71.5, 0, 0],
        [73, 0, 1],
      ] as const),
      ...([
        [78, 1, 1],
        [140, 1, 0],
        [150, 0, 0],
      ] as const),
    ]);
    expect(played.slice(2)).toEqual([
      [78, 20, velocity(5)],
      [150, 20, 0],
    ]);
  });

  it('plays nothing while its second contact is stuck, or where its first is dead; a key held half-way is slow', () => {
    expect(
      playedBy([
        [0, 1, 1],
        [100, 0, 1],
        [200, 0, 0],
        [300, 0, 1],
        [400, 0, 0],
      ]),
    ).toEqual([]);
    expect(
      playedBy([
        [0, 1, 1],
        [100, 1, 0],
        [200, 1, 1],
      ]),
    ).toEqual([]);
    expect(
      playedBy([
        [0, 0, 1],
        [1060, 1, 1],
        [1200, 1, 0],
        [1210, 0, 0],
      ]),
    ).toEqual([
      [1060, 20, 1],
      [1210, 20, 0],
    ]);
  });

  it('weighs each key by its factor, and one that was not measured plays nothing', () => {
    const lanes = [{ lane: 'k1', factor: 2 }];
    const edges = [
      [0, 0, 1],
      [8, 1, 1],
      [10, 2, 1],
      [26, 3, 1],
      [50, 3, 0],
      [55, 2, 0],
    ] as const;
    expect(playedBy(edges, { lanes })).toEqual([
      [26, 21, velocity(8)],
      [55, 21, 0],
    ]);
  });
});

/** Strokes of a key one after another, some of them a trill of 14 a second. */
function streamOf(r: ReturnType<typeof random>, key: number, strokes: number): KeyStroke[] {
  let at = 0.1 + 0.2 * r.next();
  let trills = 0;
  return Array.from({ length: strokes }, () => {
    if (trills === 0 && r.next() < 0.05) trills = r.whole(5, 30);
    const fast = trills > 0;
    if (fast) trills--;
    const down = fast ? r.between(0.008, 0.02) : 0.005 * 40 ** r.next();
    const stroke = {
      key,
      at,
      down,
      held: r.between(0.012, fast ? 0.02 : 0.2),
      up: r.between(0.01, fast ? 0.015 : 0.06),
    };
    at = fast
      ? Math.max(at + 1 / 14, at + down + stroke.held + stroke.up + 0.006)
      : at + down + stroke.held + stroke.up + r.between(0.01, 0.3);
    return stroke;
  });
}

/** Strokes a key: 100 000 of all in `npm run soak`. */
const STROKES = soaking ? 1137 : 150;

// The truth is a mechanical model of keys, apart from the practice board; no outside source.
it('plays strokes by the ten thousand on 88 keys, with bounce and trills: none doubled, none missed, none left hanging, each as hard as it was', () => {
  const r = random(88);
  const bed = physicalKeys(r, 88, { bounce: 0.0025 });
  const played = bed.keys.flatMap((_, key) => streamOf(r, key, STROKES)).sort((a, b) => a.at - b.at);
  const edges = edgesOfKeys(r, bed, played);
  const tUs = Float64Array.from({ length: Math.ceil(edges.tUs.at(-1)! / 1000) + 100 }, (_, i) => 1000 * i);
  const events = run(compile(instrumentOf(bed)), { channels: [], tUs, counts: new Uint16Array(0), edges });
  const [ons, offs] = [9, 8].map((kind) => events.filter((e) => e.bytes[0] >> 4 === kind));
  expect([played.length > 87 * STROKES, ons.length, offs.length]).toEqual([
    true,
    played.length,
    played.length,
  ]);
  const struck = played
    .map((q) => ({ note: 20 + q.key, at: passes(bed.keys[q.key], q) }))
    .map(({ note, at: { down } }) => ({ note, us: 1e6 * down[1], ms: 1000 * (down[1] - down[0]) }))
    .sort((a, b) => a.us - b.us);
  const worst = struck.reduce(
    (most, { note, us, ms }, i) => {
      const own =
        ons[i].bytes[1] === note
          ? ons[i]
          : ons.slice(Math.max(0, i - 3), i + 4).find((e) => e.bytes[1] === note)!;
      const off = own.bytes[2] - contactVelocity(ms, TIMES.fastMs, TIMES.slowMs, 'log');
      return { us: Math.max(most.us, Math.abs(own.tUs - us)), steps: Math.max(most.steps, Math.abs(off)) };
    },
    { us: 0, steps: 0 },
  );
  expect(worst.us).toBeLessThan(2);
  expect(worst.steps).toBeLessThan(0.75);
}, 60_000);
