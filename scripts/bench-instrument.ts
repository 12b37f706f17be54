import { boardOf } from '@/core/instrument/access';
import { newInstrument } from '@/core/instrument/create';
import type { Instrument } from '@/core/instrument/document';
import type { Sensor } from '@/core/instrument/sensor';
import { kindOf } from '@/core/kinds/registry';
import { workingsOf } from '@/core/kinds/workings-registry';
import { guidedTakes } from '../demo/guided';

const PADS = 88;
const GAUGES = 8;
const SEED = 96;

/** 96 lanes, the most that a board carries live: touch pads with a note each and breath gauges with controllers, measured on the practice board. */
export function ninetySixLanes(): Instrument {
  const own = newInstrument('ninety-six', 'Ninety-six', '2026-11-18T00:00:00.000Z');
  Object.assign(own.boards[0], { scanHz: 1000 });
  const board = own.boards[0].id;
  const lanes = Array.from({ length: PADS }, (_, i) => ({ id: `p${i}`, column: `p${i}`, note: 20 + i }));
  const gauge = (i: number): Sensor => ({
    ...{ id: `g${i}`, name: `Gauge ${i}`, kind: 'breath-gauge', board, responses: [] },
    lanes: [{ id: `g${i}`, column: `g${i}` }],
  });
  own.sensors = [
    { id: 'pads', name: 'Pads', kind: 'touch-pads', board, responses: [], lanes },
    ...Array.from({ length: GAUGES }, (_, i) => gauge(i)),
  ];
  own.sensors = own.sensors.map((sensor) => measured(own, sensor));
  own.voices = own.sensors.flatMap((sensor) => kindOf(sensor).firstVoices(sensor, own.zones[0].id));
  return own;
}

function measured(own: Instrument, sensor: Sensor): Sensor {
  const takes = guidedTakes(own, sensor.id, SEED);
  const report = workingsOf(sensor).calibrate({ board: boardOf(own, sensor), sensor, takes });
  if (!report.ok) throw new Error(`${sensor.id}: ${report.faults[0].says}`);
  return { ...sensor, calibration: report.value.calibration };
}
