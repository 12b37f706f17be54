import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { POST as calibrate } from '@/app/api/calibrate/route';
import { POST as prove } from '@/app/api/prove/route';
import { POST as render } from '@/app/api/render/route';
import { random } from '@/core/signal/random';

const post = (body: object) =>
  new Request('http://127.0.0.1/api', {
    method: 'POST',
    headers: { host: '127.0.0.1', 'content-type': 'application/json' },
    body: JSON.stringify(body),
  });
const board = { bits: 12, supplyVolts: 3.3 };
const asked = async (sensor: object, takes: object[]) => {
  const response = await calibrate(post({ board, sensor, takes }));
  return { status: response.status, body: await response.json() };
};
const fault = ({ body }: Awaited<ReturnType<typeof asked>>) =>
  body.errors[0] as { field: string; detail: string };

/** A section of edges, as boards print it. */
const edgesCsv = (edges: readonly (readonly [us: number, contact: string, closed: 0 | 1])[]) =>
  ['t_us,contact,closed', ...edges.map((edge) => edge.join())].join('\n');

/** Steps of a knob whose contact `a` leads to the right: a full cycle of both contacts a step. */
function turned(steps: number, fromUs: number): (readonly [number, string, 0 | 1])[] {
  const [leads, follows] = steps > 0 ? ['a', 'b'] : ['b', 'a'];
  return Array.from({ length: Math.abs(steps) }, (_, i) => fromUs + 40_000 * i).flatMap((us) => [
    [us, leads, 1] as const,
    [us + 3000, follows, 1] as const,
    [us + 6000, leads, 0] as const,
    [us + 9000, follows, 0] as const,
  ]);
}

/** Pulses of a wheel, of so many ms each: closed for a third of it. */
function pulses(periodsMs: readonly number[]): (readonly [number, string, 0 | 1])[] {
  let us = 100_000;
  return periodsMs.flatMap((ms) => {
    const from = us;
    us += 1000 * ms;
    return [[from, 'm', 1] as const, [Math.round(from + 333 * ms), 'm', 0] as const];
  });
}

describe('what turns and spins is sent as edges alone', () => {
  const knob = { id: 'k', kind: 'encoder', lanes: [{ id: 'k', contacts: ['a', 'b'] }] };
  it('an encoder: quarters a step, which contact leads, steps to the right and back', async () => {
    const csv = edgesCsv([...turned(24, 200_000), ...turned(-24, 1_500_000)]);
    const { status, body } = await asked(knob, [{ role: 'sweep', csv }]);
    expect(status).toBe(200);
    expect(body.calibration.lanes).toEqual([{ lane: 'k', rests: ['none'], leads: 'first', stepMs: 40 }]);
    expect(body.readings.lanes[0].numbers).toMatchObject({ right: 24, back: 24, quarters: 4, fastestMs: 3 });
    expect(body.findings).toEqual([]);
    const swapped = { ...knob, lanes: [{ id: 'k', contacts: ['b', 'a'] }] };
    expect((await asked(swapped, [{ role: 'sweep', csv }])).body.calibration.lanes[0].leads).toBe('second');
  });
  it('one contact of two is no encoder, and an encoder that never turned is refused in one sentence', async () => {
    const csv = edgesCsv(turned(4, 1000));
    const one = await asked({ id: 'k', kind: 'encoder', channel: 'a' }, [{ role: 'sweep', csv }]);
    expect([one.status, fault(one).field]).toEqual([422, 'sensor.lanes.0']);
    const still = await asked(knob, [{ role: 'sweep', csv: edgesCsv([[1000, 'a', 1]]) }]);
    expect([still.status, fault(still).field]).toEqual([422, 'takes']);
    expect(fault(still).detail).toMatch(/turn it once round to the right, then back/);
  });
  const wheel = { id: 'w', kind: 'wheel-speed', channel: 'm', facts: { magnets: 4 } };
  it('a wheel: slowest, fastest and when it stands, in ms', async () => {
    const periods = [
      ...new Array(12).fill(400),
      ...Array.from({ length: 20 }, (_, i) => 380 - 17 * i),
      ...new Array(30).fill(50),
    ];
    const { body } = await asked(wheel, [{ role: 'sweep', csv: edgesCsv(pulses(periods)) }]);
    expect(body.calibration.lanes[0]).toMatchObject({
      lane: 'w',
      slowestMs: 400,
      fastestMs: 50,
      stopMs: 600,
    });
    expect(body.readings.numbers.magnets).toBe(4);
  });
  it('a pulse that is missing is said with its moment; one speed alone is refused', async () => {
    const periods = [...new Array(10).fill(300), 600, ...new Array(10).fill(300), ...new Array(20).fill(60)];
    const { body } = await asked(wheel, [{ role: 'sweep', csv: edgesCsv(pulses(periods)) }]);
    const [missing] = body.findings;
    expect(missing.code).toBe('pulse-missing');
    expect(missing.evidence.fromUs).toBeGreaterThan(3_000_000);
    expect(missing.evidence.toUs).toBeLessThan(3_800_000);
    const one = await asked(wheel, [{ role: 'sweep', csv: edgesCsv(pulses(new Array(40).fill(200))) }]);
    expect([one.status, fault(one).field]).toEqual([422, 'takes']);
  });
});

/** Rows of three columns at 500 Hz, each held for so many frames, with a little noise. */
function heldCsv(
  names: string,
  held: readonly (readonly [counts: readonly number[], frames: number])[],
): string {
  const r = random(2);
  let us = 0;
  const rows = held.flatMap(([counts, frames]) =>
    Array.from({ length: frames }, () =>
      [(us += 2000), ...counts.map((c) => Math.max(0, Math.round(c + 1.5 * r.gauss())))].join(),
    ),
  );
  return [`t_us,${names}`, ...rows].join('\n');
}

describe('what is told by three columns together', () => {
  const G = 700;
  const tilt = { id: 't', kind: 'tilt', lanes: ['x', 'y', 'z'].map((axis) => ({ id: axis, column: axis })) };
  const side = (x: number, y: number, z: number) =>
    [[2000 + G * x, 2050 + G * y, 2100 + G * z], 400] as const;
  const six = [side(0, 0, 1), side(0, 1, 0), side(0, 0, -1), side(0, -1, 0), side(-1, 0, 0), side(1, 0, 0)];
  it('six sides in any order, and how it is played', async () => {
    const at = (degrees: number) =>
      side(0, Math.sin((degrees * Math.PI) / 180), Math.cos((degrees * Math.PI) / 180));
    const sweep = [at(0), at(45), at(0), at(-30), at(0)];
    const { body } = await asked(tilt, [
      { role: 'sides', csv: heldCsv('x,y,z', six) },
      { role: 'sweep', csv: heldCsv('x,y,z', sweep) },
    ]);
    const { lanes, roll, pitch } = body.calibration;
    expect(lanes.map((l: { offset: number }) => Math.round(l.offset))).toEqual([2000, 2050, 2100]);
    for (const { gain } of lanes) expect(Math.abs(gain - G)).toBeLessThan(1);
    expect([roll.rest, roll.up, roll.down].map(Math.round)).toEqual([0, 45, 30]);
    expect([pitch.up, pitch.down]).toEqual([0, 0]);
    expect(body.findings).toEqual([]);
  });
  it('a side that was left out is named', async () => {
    const five = await asked(tilt, [{ role: 'sides', csv: heldCsv('x,y,z', six.slice(0, 5)) }]);
    expect(five.status).toBe(422);
    expect(fault(five).detail).toMatch(/5 sides, and x never pointed both up and down/);
  });

  const surface = {
    id: 's',
    kind: 'touch-surface',
    lanes: ['x', 'y', 'p'].map((own) => ({ id: own, column: own })),
  };
  const places = [
    [0.1, 0.2],
    [0.8, 0.2],
    [0.5, 0.9],
  ];
  const touch = ([x, y]: readonly number[], press: number) =>
    [
      [[3, 2, 30], 150],
      [[200 + 3000 * x, 3600 - 3000 * y, 30 + press], 250],
    ] as const;
  const touched = (spots: readonly (readonly number[])[], press: number) =>
    heldCsv('x,y,p', [...spots.flatMap((spot) => touch(spot, press)), [[3, 2, 30], 150]]);
  const takes = [
    { role: 'rest', csv: heldCsv('x,y,p', [[[3, 2, 30], 600]]) },
    { role: 'places', places, csv: touched(places, 900) },
    { role: 'soft', csv: touched(places, 200) },
    { role: 'loud', csv: touched(places, 2800) },
  ];
  it('touches of a surface at pairs of shares: a map each way, one rising and one falling, and the press', async () => {
    const { body } = await asked(surface, takes);
    const [x, y] = body.calibration.lanes;
    for (const { count, place } of x.map) expect(Math.abs(count - (200 + 3000 * place))).toBeLessThan(2);
    for (const { count, place } of y.map) expect(Math.abs(count - (3600 - 3000 * place))).toBeLessThan(2);
    expect(body.calibration.press.reach).toBeGreaterThan(2800);
    expect(body.calibration.press.reach).toBeLessThan(3000);
    expect(body.findings).toEqual([]);
  });
  it('fewer touches than places, and places that are neither shares nor pairs, are refused by their field', async () => {
    const fewer = await asked(surface, [
      takes[0],
      { ...takes[1], places: [...places, [0.9, 0.9]] },
      ...takes.slice(2),
    ]);
    expect([fewer.status, fault(fewer).field]).toEqual([422, 'takes.1']);
    for (const wrong of [[0.5, [0.5, 0.5]], [[0.5]], [[0.5, 1.5]], [[0.1, 0.2, 0.3]], ['a']]) {
      const refused = await asked(surface, [takes[0], { ...takes[1], places: wrong }]);
      expect([refused.status, fault(refused).field]).toEqual([422, 'takes.1.places']);
    }
  });
});

describe('the demonstration’s own recordings', () => {
  it.each([
    ['sallow', 'sallow-wheel-sweep'],
    ['cairn', 'cairn-encoder-sweep'],
    ['wherry', 'wherry-tilt-sweep'],
  ])('%s: %s sounds, and the runtime gives the same bytes', async (name, take) => {
    const instrument = JSON.parse(readFileSync(`demo/${name}.json`, 'utf8'));
    const csv = readFileSync(`demo/${take}.csv`, 'utf8');
    const { events } = await (await render(post({ instrument, csv }))).json();
    expect(events.length).toBeGreaterThan(40);
    expect(await (await prove(post({ instrument, csv }))).json()).toMatchObject({ identical: true });
  });
});

it('a tone: lowest and highest from edges in µs; one that was held at one pitch is refused in a sentence', async () => {
  const pipe = { id: 'pipe', kind: 'mouth-resonator', channel: 'm' };
  /** A second of silence, so many of tone, a second of silence: f = 440 · 2^((m − 69)/12). */
  const sung = (note: (share: number) => number, seconds: number) => {
    const edges: [number, string, 0 | 1][] = [[0, 'm', 0]];
    for (let us = 1e6; us < (1 + seconds) * 1e6;) {
      const period = 1e6 / (440 * 2 ** ((note((us / 1e6 - 1) / seconds) - 69) / 12));
      edges.push([Math.round(us), 'm', 1], [Math.round(us + period / 2), 'm', 0]);
      us += period;
    }
    return edgesCsv([...edges, [(2 + seconds) * 1e6, 'm', 0]]);
  };
  const { status, body } = await asked(pipe, [{ role: 'sweep', csv: sung((s) => 57 + 19 * s, 5) }]);
  expect(status).toBe(200);
  const { lowest, highest } = body.calibration.lanes[0];
  expect([Math.abs(lowest - 57) < 0.5, Math.abs(highest - 76) < 0.5, body.findings]).toEqual([
    true,
    true,
    [],
  ]);
  const held = await asked(pipe, [{ role: 'sweep', csv: sung(() => 60, 4) }]);
  expect(held.status).toBe(422);
  expect(fault(held).detail).toMatch(/2 semitones or more are required, it went from 262 to 262 Hz/);
});

describe('known loads beside a take', () => {
  const pad = { id: 'grip', kind: 'force-pad', channel: 'grip' };
  /** A second of each count, with a ramp of 60 ms between. */
  const held = (levels: readonly number[]) => {
    const r = random(11);
    const rows = levels.flatMap((level, i) => {
      const before = levels[Math.max(0, i - 1)];
      return Array.from({ length: 1000 }, (_, ms) => {
        const share = Math.min(1, ms / 60);
        return Math.max(0, Math.round(before + (level - before) * share + 1.5 * r.gauss()));
      });
    });
    return ['t_us,grip', ...rows.map((count, i) => `${1000 * i},${count}`)].join('\n');
  };
  // 4096 / (1 + 1.5 · F^−0.8) of 0.980665, 1.96133 and 4.903325 N (maker's handbook 4.4; 1 g = 9.80665 mN).
  const counts = [1623, 2191, 2879];
  it('weights in grams give the law, and readings in newtons; a wrong list is told, with its moments', async () => {
    const takes = (weights: number[]) => [
      { role: 'rest', csv: held([12, 12, 12]) },
      { role: 'weights', csv: held([12, ...counts, 12]), weights },
    ];
    const { status, body } = await asked(pad, takes([100, 200, 500]));
    expect(status).toBe(200);
    const { exponent, ratio } = body.calibration.lanes[0].force;
    expect([Math.abs(exponent - 0.8) < 0.02, Math.abs(ratio - 1.5) < 0.03]).toEqual([true, true]);
    expect(body.readings.known.loads.map(({ is }: { is: number }) => is)).toEqual([0.9807, 1.9613, 4.9033]);
    const few = await asked(pad, takes([100, 200, 300, 500]));
    expect(few.body.calibration.lanes[0].force).toBeUndefined();
    expect(few.body.findings[0]).toMatchObject({ code: 'loads-not-found', severity: 'doubt' });
    expect((await asked(pad, takes([-5, 100, 200]))).status).toBe(422);
  });
});
