import { expect, it } from 'vitest';
import { checkInstrument } from '@/core/exchange/document/instrument-json';
import { newInstrument } from '@/core/instrument/create';
import type { Instrument } from '@/core/instrument/document';
import { registerPlan } from '@/core/kinds/plans-registry';
import { kindIds, kindOf, registerKind } from '@/core/kinds/registry';
import { registerWorkings, workingsOf } from '@/core/kinds/workings-registry';
import { prove } from '@/server/prove';
import { pullCord } from '@/core/testing/tiny-kind/kind';
import { pullCordPlan } from '@/core/testing/tiny-kind/plan';
import { pullCordWorkings } from '@/core/testing/tiny-kind/workings';
import { live, takesIn } from './live-run';

registerKind(pullCord);
registerPlan(pullCord.id, pullCordPlan);
registerWorkings(pullCord.id, pullCordWorkings);

const cord = (): Instrument => {
  const instrument = newInstrument('cord', 'Cord', '2026-01-01T00:00:00Z');
  const [breath] = instrument.sensors;
  const lanes = [{ id: 'cord', column: 'cord' }];
  instrument.sensors = [
    { ...breath, id: 'cord', name: 'Cord', kind: 'pull-cord', lanes, facts: { stroke: 80 } },
  ];
  return instrument;
};

it('a kind that is one folder, made known, is simulated, guided, calibrated, voiced, played and proven', async () => {
  const instrument = cord();
  const heard = live(
    instrument,
    (s) =>
      s.handle({ is: 'guide', sensor: 'cord', steps: [...kindOf(instrument.sensors[0]).steps], known: null }),
    90,
  );
  const takes = takesIn(heard);
  expect(takes.map((t) => t.role)).toEqual(['rest', 'soft', 'medium', 'loud', 'full']);
  const [sensor] = instrument.sensors;
  const report = workingsOf(sensor).calibrate({ board: instrument.boards[0], sensor, takes });
  if (!report.ok) throw new Error(report.faults[0].says);
  sensor.calibration = report.value.calibration;
  instrument.voices = kindOf(sensor).firstVoices(sensor, 'main');
  const checked = checkInstrument(JSON.parse(JSON.stringify(instrument)));
  expect(checked).toEqual({ ok: true, value: JSON.parse(JSON.stringify(instrument)) });

  const played = live(instrument, (s) => s.handle({ is: 'hand', sensor: 'cord', lane: 0, strength: 0.8 }), 1);
  const bytes = played.flatMap((m) => (m.is === 'events' ? m.events.map((e) => e.bytes) : []));
  expect(bytes.map((b) => b[0])).toEqual(expect.arrayContaining([0xb0, 0x90]));

  const proof = await prove(instrument, takes[3]);
  expect(proof).toMatchObject({ by: 'c-runtime', identical: true });
  expect(proof.messages).toBeGreaterThan(50);
});

it('every kind has workings', () => {
  expect(kindIds().map((kind) => Object.keys(workingsOf({ kind })))).toEqual(
    kindIds().map(() => ['guide', 'calibrate', 'simulate']),
  );
});

it('what does not fit together in a kind is refused when it is made known', () => {
  expect(() => registerKind(pullCord)).toThrow(/its id must be free/);
  const facts = { stroke: { unit: 'mm', low: 9, high: 5, usual: 7, says: 'travel' } };
  expect(() => registerKind({ ...pullCord, id: 'slack', facts })).toThrow(/stroke needs a range/);
  expect(() => registerKind({ ...pullCord, id: 'mute', ports: {} })).toThrow(/one port or more/);
});

it('a document that asks of it what it has not is refused by the path', () => {
  const faults = (change: (i: Instrument) => void) => {
    const instrument = cord();
    change(instrument);
    const read = checkInstrument(JSON.parse(JSON.stringify(instrument)));
    return read.ok ? [] : read.faults.map((f) => f.path);
  };
  expect(faults(() => {})).toEqual([]);
  expect(faults((i) => (i.sensors[0].facts = { stroke: 900 }))).toEqual(['sensors.0.facts.stroke']);
  expect(faults((i) => (i.sensors[0].lanes = [{ id: 'a', contacts: ['x'] }]))).toContain(
    'sensors.0.lanes.0.column',
  );
  expect(faults((i) => (i.sensors[0].responses = [{ port: 'push', family: 'straight' }]))).toEqual([
    'sensors.0.responses.0.port',
  ]);
});
