import { describe, expect, it } from 'vitest';
import { checkInstrument } from '../exchange/document/instrument-json';
import { clashesOf } from '../instrument/clashes';
import { keeps } from '../parts/figure';
import { BEGINNINGS, begun } from './beginnings';
import { planOf } from './plan';

describe.each(BEGINNINGS)('the beginning “$name”', (beginning) => {
  const instrument = begun('new', 'New', '2026-11-28T00:00:00.000Z', beginning);
  const plan = planOf(instrument);
  it('is a whole document, on one board without a chip, on a cable or USB', () => {
    expect(checkInstrument(instrument)).toMatchObject({ ok: true });
    expect(instrument.boards).toHaveLength(1);
    expect(plan.boards[0].wires?.every((w) => w.pin !== null)).toBe(true);
    expect(plan.boards[0].chips).toEqual({ multiplexers: 0, expanders: 0 });
    expect(instrument.boards[0]).toMatchObject({ midiBaud: 31_250, pins: { transport: 'cable' } });
    expect(plan.findings.filter((f) => f.severity === 'fault')).toEqual([]);
    expect(clashesOf(instrument)).toEqual([]);
  });
  it('has beside every figure that is past its limit what would cure it', () => {
    const figures = [...plan.boards.flatMap((b) => b.figures), ...plan.latency, ...plan.figures];
    for (const figure of figures.filter((f) => !keeps(f)))
      expect(plan.findings.find((f) => f.figure === figure.name)?.cure, figure.name).toBeTruthy();
  });
  it('gives every lane that stands for a note another one, rising', () => {
    for (const { lanes } of instrument.sensors) {
      const notes = lanes.flatMap(({ note }) => note ?? []);
      expect(notes).toEqual([...new Set(notes)].sort((a, b) => a - b));
    }
  });
});

it('what is blown, or has bellows, is gated by them, and its pads choose', () => {
  for (const id of ['blown', 'bellows']) {
    const beginning = BEGINNINGS.find((b) => b.id === id)!;
    const { voices } = begun('new', 'New', '2026-11-28T00:00:00.000Z', beginning);
    const notes = voices.filter((v) => v.is === 'note');
    expect(notes.map(({ gate, pitch }) => [gate.sensor, pitch])).toEqual([
      ['breath-gauge', { is: 'chosen', source: { sensor: 'touch-pads', port: 'pad' }, by: 'last' }],
    ]);
  }
});
