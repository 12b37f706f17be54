import { describe, expect, it } from 'vitest';
import { compile } from '../../compile/compile';
import { run } from '../../engine/run';
import { newInstrument } from '../../instrument/create';
import type { PortResponse } from '../../instrument/response';
import { touchedVoices } from '../../kinds/level-voices';
import { random } from '../../signal/random';
import type { Role, Take } from '../../signal/take';
import { calibratePlace } from './calibrate';
import type { PlaceModel } from './placed-lane';
import type { PlaceCalibration } from './calibration';
import { placeMap } from './map';

/** A ribbon by handbook 4.7: V/Vcc = x / (1 + k·x·(1 − x)), written out here; open it reads nothing. */
const reads = (x: number, k = 0.1) => x / (1 + k * x * (1 - x));
const model: PlaceModel = { reads: (x) => reads(x), mm: 400, octaves: 2 };
const sensor = { id: 's', name: 'S', kind: 'ribbon', lanes: [{ id: 'a', column: 'a' }] };

interface World {
  noise?: number;
  /** Time constant with which it falls away when it is let go, and lands, ms. */
  tauMs?: number;
  seed?: number;
  /** Whether its low end reads all. */
  turned?: boolean;
}
/** Where it is touched, and how long: from one place to another; null: not at all. */
type Move = [from: number | null, to: number | null, ms: number];

function takeOf(role: Role, moves: Move[], world: World = {}, places?: number[]): Take {
  const { noise = 2, tauMs = 1, seed = 1, turned = false } = world;
  const r = random(seed + role.length);
  const levels: number[] = [];
  let level = 0;
  for (const [from, to, ms] of moves)
    for (let i = 0; i < ms; i++) {
      const x = from === null ? null : from + ((to! - from) * i) / ms;
      const wanted = x === null ? 0 : 4095 * reads(turned ? 1 - x : x);
      level += (wanted - level) * (1 - Math.exp(-1 / tauMs));
      levels.push(Math.min(4095, Math.max(0, Math.round(level + noise * r.gauss()))));
    }
  const tUs = Float64Array.from(levels, (_, i) => i * 1000);
  return { id: role, role, channels: ['a'], tUs, counts: Uint16Array.from(levels), places };
}
const open = (ms: number): Move => [null, null, ms];
const touches = (places: number[], ms = 400): Move[] => [
  open(300),
  ...places.flatMap((p): Move[] => [[p, p, ms], open(300)]),
];
const MARKS = [0.05, 0.25, 0.5, 0.75, 1];
const takesOf = (world: World = {}, marks = MARKS): Take[] => [
  takeOf('rest', [open(2000)], world),
  takeOf('places', touches(marks), world, marks),
  takeOf('slide', [open(300), [0.1, 0.9, 700], open(300), [0.9, 0.1, 700], open(300)], world),
  takeOf('lift', touches([0.3, 0.8, 0.6, 0.2, 0.9], 150), world),
];
const measured = (takes: Take[]) => {
  const report = calibratePlace({ board: { bits: 12 }, sensor, takes }, model);
  if (!report.ok) throw new Error(report.faults[0].says);
  const calibration = report.value.calibration as PlaceCalibration;
  return { ...report.value, calibration, lane: calibration.lanes[0] };
};
/** What its voices send of a take: [ms, status, value]. */
function played(calibration: PlaceCalibration, take: Take, responses: PortResponse[] = []): number[][] {
  const own = newInstrument('t', 'T', '2026-01-01T00:00:00Z');
  own.sensors = [{ ...sensor, board: own.boards[0].id, responses, calibration }];
  own.voices = touchedVoices(own.sensors[0], 'main');
  return run(compile(own), take).map(({ tUs, bytes }) => [tUs / 1000, bytes[0], bytes[2]]);
}

describe('where a ribbon is touched', () => {
  it('is told within 2 mm of 400 anywhere between the marks, turned round or not', () => {
    for (let seed = 1; seed <= 20; seed++) {
      const turned = seed % 2 === 0;
      const { lane } = measured(takesOf({ seed, turned }));
      const at = placeMap(lane.map);
      for (let x = 0.05; x <= 1; x += 0.05) {
        const told = at(4095 * reads(turned ? 1 - x : x));
        expect(Math.abs(told - x) * 400, `${seed}: ${x}`).toBeLessThan(2);
      }
    }
  });
  it('its last good place is held from the lift on, and a touch begins with its place: however slowly it falls away', () => {
    for (const tauMs of [0.3, 1, 3, 6]) {
      const { calibration } = measured(takesOf({ tauMs }));
      const places = [0.9, 0.4, 0.7, 0.25];
      const sent = played(calibration, takeOf('hold', touches(places, 250), { tauMs, seed: 77 }));
      const ons = sent.filter(([, status]) => status === 0x90).map(([ms]) => ms);
      expect(ons.length, `τ ${tauMs} ms`).toBe(places.length);
      ons.forEach((on, i) => {
        const until = ons[i + 1] ?? Infinity;
        const during = sent
          .filter(([ms, status]) => status === 0xb0 && ms >= on && ms < until)
          .map(([, , v]) => v);
        const want = Math.round(127 * places[i]);
        // Sent before the note, in the same frame, and nothing else until the next touch.
        for (const v of during)
          expect(Math.abs(v - want), `τ ${tauMs} ms, touch ${i}`).toBeLessThanOrEqual(3);
        expect(during.length).toBeGreaterThan(0);
      });
    }
  });
  it('a slide is followed all the way, a frame late', () => {
    const { calibration } = measured(takesOf());
    const sent = played(calibration, takeOf('slide', [open(400), [0.1, 0.9, 800], open(200)], { seed: 5 }));
    const values = sent.filter(([, status]) => status === 0xb0).map(([, , v]) => v);
    expect(values.slice(1).every((v, i) => i === 0 || v >= values[i])).toBe(true);
    expect(values.at(-1)).toBeGreaterThan(111);
    // 100 steps of the way; the wire lets one pass each third of a millisecond.
    expect(new Set(values).size).toBeGreaterThan(90);
  });
});

describe('a ribbon whose reading flickers', () => {
  it('reaches both ends, whatever noise its values are kept against', () => {
    const point = (count: number, place: number) => ({ count, place });
    for (const [touchedNoise, gamma] of [
      [0.5, 1],
      [10, 0.25],
      [60, 0.25],
      [60, 1],
      [60, 4],
    ]) {
      const lane = { lane: 'a', rest: 0, noise: 1, on: 60, off: 30, touchedNoise, drop: 0.05, settle: 2 };
      const map = [point(200, 0), point(3900, 1)];
      const calibration: PlaceCalibration = {
        ...{ is: 'place', spacing: 'equal', takes: [], method: '' },
        lanes: [{ ...lane, map }],
      };
      const counts = Uint16Array.from(
        { length: 3000 },
        (_, i) => 2050 + 1850 * Math.sin((2 * Math.PI * i) / 3000),
      );
      const tUs = Float64Array.from(counts, (_, i) => i * 1000);
      const slide: Take = { id: 'n', role: 'slide', channels: ['a'], tUs, counts };
      const values = played(calibration, slide, [{ port: 'place', family: 'power', gamma }])
        .filter(([, status]) => status === 0xb0)
        .map(([, , v]) => v);
      expect([Math.min(...values), Math.max(...values)], `σ ${touchedNoise}, γ ${gamma}`).toEqual([0, 127]);
    }
  });
});

describe('bad touches', () => {
  const refusal = (takes: Take[]) => {
    const report = calibratePlace({ board: { bits: 12 }, sensor, takes }, model);
    return report.ok ? '' : report.faults[0].says;
  };
  const [rest] = takesOf();
  it('fewer touches than places are refused, with the moments of those that were found', () => {
    const four = takeOf('places', touches([0.1, 0.3, 0.5, 0.9]), {}, [0.1, 0.3, 0.5, 0.7, 0.9]);
    expect(refusal([rest, four])).toMatch(/5 places .* 4 touches were found, at 0\.3, 1\.0, 1\.7, 2\.4 s/);
  });
  it('a mark at a dead end may be missing, for it reads as if it was not touched', () => {
    const marks = [0, 0.25, 0.5, 0.75, 1];
    const { lane } = measured([rest, takeOf('places', touches(marks), {}, marks)]);
    expect(lane.map.map(({ place }) => place)).toEqual([0.25, 0.5, 0.75, 1]);
    expect(placeMap(lane.map)(4095 * reads(0.1))).toBeCloseTo(0.1, 1);
  });
  it('places in another order, or touched at two points, are refused at their moment', () => {
    const marks = [0.1, 0.3, 0.5, 0.7, 0.9];
    const swapped = takeOf('places', touches([0.1, 0.5, 0.3, 0.7, 0.9]), {}, marks);
    expect(refusal([rest, swapped])).toMatch(/the touch at 1\.7 s does not lie between its neighbours/);
  });
  it('a mark that was missed by 12 mm is found, with its moment', () => {
    const marks = [0.1, 0.3, 0.5, 0.7, 0.9];
    const beside = takeOf('places', touches([0.1, 0.3, 0.53, 0.7, 0.9]), {}, marks);
    const { findings } = measured([rest, beside]);
    const [found] = findings.filter((f) => f.code === 'marks-disagree');
    expect(found.says).toMatch(/200 mm/);
    expect(found.evidence!.fromUs / 1000).toBeCloseTo(1700, -1);
  });
});
