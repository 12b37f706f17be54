import { describe, expect, it } from 'vitest';
import { checkInstrument } from '../exchange/instrument-json';
import { newInstrument } from '../instrument/create';
import { ribbonPlace } from '../parts/formulas';
import { newSensor } from './new-sensor';
import { findKind, kindIds } from './registry';
import type { ContactEdge } from './simulation';
import { workingsOf } from './workings-registry';

const own = newInstrument('own', 'Own', '2026-11-18T00:00:00.000Z');
const [board] = own.boards;
const sensorOf = (kind: string, lanes: number) => newSensor(findKind(kind)!, 'part', 'Part', board.id, lanes);

/** Half a second of a sensor at rest, half a second with its first lane played, half a second after. */
function played(kind: string, strength: number, seed = 5, facts?: Record<string, number>) {
  const sensor = { ...sensorOf(kind, 4), ...(facts ? { facts } : {}) };
  const simulation = workingsOf(sensor).simulate(sensor, board, seed);
  const counts: number[] = [];
  const edges: ContactEdge[] = [];
  for (let ms = 0; ms < 1500; ms++) {
    if (ms === 500) simulation.hand(0, strength);
    if (ms === 1000) simulation.hand(0, null);
    const row: number[] = sensor.lanes.map(() => 0);
    simulation.frame(ms * 1000, row, 0);
    counts.push(row[0]);
    edges.push(...simulation.edges(ms * 1000));
  }
  return { sensor, counts, edges };
}

describe.each(kindIds())('%s', (id) => {
  it('is planned in a document that holds, with a signal for every lane and steps to build it', () => {
    const kind = findKind(id)!;
    for (const lanes of [kind.lanes.least, kind.lanes.most]) {
      const sensor = sensorOf(id, lanes);
      expect(checkInstrument(JSON.parse(JSON.stringify({ ...own, sensors: [sensor] })))).toMatchObject({
        ok: true,
      });
      const signals = kind.plan.signals(lanes);
      const shared = signals.some((s) => s.lane === null);
      for (let lane = 0; lane < lanes; lane++)
        expect(shared || signals.some((s) => s.lane === lane)).toBe(true);
    }
    expect(kind.plan.steps.length).toBeGreaterThan(0);
    expect((kind.calibration === null) === (kind.steps.length === 0)).toBe(true);
  });
  it('plays by hand on the practice board: something moves, the same from the same seed, within the converter', () => {
    const { counts, edges } = played(id, 0.8);
    expect(played(id, 0.8)).toMatchObject({ counts, edges });
    expect(Math.min(...counts)).toBeGreaterThanOrEqual(0);
    expect(Math.max(...counts)).toBeLessThan(2 ** board.bits);
    if (findKind(id)!.lanes.are === 'contacts') return expect(edges.length).toBeGreaterThan(0);
    const mean = (from: number) => counts.slice(from, from + 200).reduce((a, b) => a + b, 0) / 200;
    const furthest = Math.max(...counts.slice(500, 1000).map((c) => Math.abs(c - mean(200))));
    expect(furthest).toBeGreaterThan(40);
  });
});

describe('the physics of parts', () => {
  it('a ribbon reads its divider with the pull-down, and nothing when it is let go', () => {
    const { counts } = played('ribbon', 0.5, 5, { ohms: 10_000, pullDownOhms: 50_000 });
    expect(ribbonPlace(counts[900] / 4096, 0.2)).toBeCloseTo(0.5, 2);
    expect(Math.max(...counts.slice(1100))).toBeLessThan(20);
  });
  it('a harder stroke passes its two contacts sooner, as the times of its sheet say', () => {
    const between = (strength: number) => {
      const { edges } = played('two-contact-keys', strength, 5, { fastMs: 2, slowMs: 60 });
      const first = (contact: number) => edges.find((e) => e.contact === contact && e.closed)!.tUs;
      return (first(1) - first(0)) / 1000;
    };
    expect(between(1)).toBeLessThan(2.2);
    expect(between(0.05)).toBeGreaterThan(40);
  });
  it('an encoder turned either way: the contact that closes first tells which', () => {
    const leads = (strength: number) => played('encoder', strength).edges[0].contact;
    expect([leads(0.5), leads(-0.5)]).toEqual([0, 1]);
  });
  it('a pot stays where it is put; a stick returns to its middle', () => {
    expect(played('pot', 0.8).counts[1400]).toBeGreaterThan(3000);
    expect(Math.abs(played('stick', 0.8).counts[1400] - 2048)).toBeLessThan(60);
  });
});
