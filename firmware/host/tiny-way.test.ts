import { expect, it } from 'vitest';
import { compile } from '@/core/compile/compile';
import { addBlock } from '@/core/engine/blocks/registry';
import { addPart } from '@/core/engine/layout';
import { run } from '@/core/engine/run';
import { checkInstrument } from '@/core/exchange/document/instrument-json';
import { encodeProgram } from '@/core/exchange/firmware/harness';
import { playOperations } from '@/core/exchange/firmware/play-operations';
import { writeDump } from '@/core/exchange/settings/settings-dump';
import { newInstrument } from '@/core/instrument/create';
import { kindOf, registerKind } from '@/core/kinds/registry';
import { registerWorkings, workingsOf } from '@/core/kinds/workings-registry';
import { FLAP_PARTS, flapBlock, type FlapImage } from '@/core/testing/tiny-way/block';
import { compileFlaps } from '@/core/testing/tiny-way/image';
import { flaps } from '@/core/testing/tiny-way/kind';
import { flap } from '@/core/testing/tiny-way/way';
import { flapsWorkings } from '@/core/testing/tiny-way/workings';
import { registerCompiler } from '@/core/ways/compilers';
import { movedSince, registerWay } from '@/core/ways/registry';
import type { Way } from '@/core/ways/way';
import { live, takesIn } from './live-run';
import { runtimeWith } from './runtime-with';

// A way of the tests is no member of the product's union.
registerWay(flap as unknown as Way);
registerCompiler('flap', compileFlaps);
registerKind(flaps);
registerWorkings(flaps.id, flapsWorkings);
for (const [name, part] of Object.entries(FLAP_PARTS)) addPart(name, part);
addBlock(flapBlock);

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

  const image = compile(instrument) as FlapImage;
  const other = { ...image, flaps: image.flaps.map((own) => ({ ...own, open: own.open + 200 })) };
  const dump = writeDump(other, { digest: '00000000', wiring: '' });
  const between = { silence: new Set([2500]), change: new Set([3000]), dump };
  const ours = playOperations(image, takes[1], between);
  const host = await runtimeWith('src/core/testing/tiny-way/cheironom_flap.h');
  const theirs = await host.play(encodeProgram(image, takes[1], between));
  expect(theirs).toEqual(ours);
  expect(ours.sent.length).toBeGreaterThanOrEqual(8);
  // A whole take gives what it gives frame by frame.
  const notes = run(image, takes[1]).filter((event) => event.bytes[0] === 0x90);
  expect(notes.map((event) => event.bytes[1]).sort()).toEqual([60, 60, 61, 61]);
});
