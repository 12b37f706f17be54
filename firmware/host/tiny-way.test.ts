import { expect, it } from 'vitest';
import { checkInstrument } from '@/core/exchange/document/instrument-json';
import { newInstrument } from '@/core/instrument/create';
import { kindOf, registerKind } from '@/core/kinds/registry';
import { registerWorkings, workingsOf } from '@/core/kinds/workings-registry';
import { flaps } from '@/core/testing/tiny-way/kind';
import { flap } from '@/core/testing/tiny-way/way';
import { flapsWorkings } from '@/core/testing/tiny-way/workings';
import { movedSince, registerWay } from '@/core/ways/registry';
import type { Way } from '@/core/ways/way';
import { prove } from '@/server/prove';
import { live, takesIn } from './live-run';

// A way of the tests is no member of the product's union.
registerWay(flap as unknown as Way);
registerKind(flaps);
registerWorkings(flaps.id, flapsWorkings);

it('a way that is one folder, made known, is guided, calibrated, kept, watched, played and proven', async () => {
  const instrument = newInstrument('box', 'Box', '2026-01-01T00:00:00Z');
  const lanes = ['a', 'b'].map((id, i) => ({ id, column: id, note: 60 + i }));
  instrument.sensors = [{ ...instrument.sensors[0], id: 'flaps', name: 'Flaps', kind: 'flaps', lanes }];
  const [sensor] = instrument.sensors;
  const steps = [...kindOf(sensor).steps];
  const takes = takesIn(
    live(instrument, (s) => s.handle({ is: 'guide', sensor: 'flaps', steps, known: null }), 30),
  );
  expect(takes.map((t) => t.role)).toEqual(['rest', 'medium']);
  const report = workingsOf(sensor).calibrate({ board: instrument.boards[0], sensor, takes });
  if (!report.ok) throw new Error(report.faults[0].says);
  sensor.calibration = report.value.calibration;
  instrument.voices = kindOf(sensor).firstVoices(sensor, 'main');

  const plain = () => JSON.parse(JSON.stringify(instrument));
  expect(checkInstrument(plain())).toEqual({ ok: true, value: plain() });
  const wrong = plain();
  wrong.sensors[0].calibration.lanes[1].lane = 'c';
  const read = checkInstrument(wrong);
  expect(read.ok ? [] : read.faults.map((f) => f.path)).toEqual(['sensors.0.calibration.lanes.1.lane']);
  expect(movedSince(sensor, [410, 1500])?.words).toBe('1 of 2 moved');

  const lifted = live(instrument, (s) => s.handle({ is: 'hand', sensor: 'flaps', lane: 1, strength: 1 }), 1);
  const bytes = lifted.flatMap((m) => (m.is === 'events' ? m.events.map((e) => e.bytes) : []));
  expect(bytes.map((b) => [...b])).toEqual([[0x90, 61, 90]]);

  const proof = await prove(instrument, takes[1]);
  expect(proof).toMatchObject({ by: 'c-runtime', identical: true });
  expect(proof.messages).toBeGreaterThanOrEqual(8);
});
