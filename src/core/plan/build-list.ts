import { kindPlanOf } from '../kinds/plans-registry';
import type { Instrument } from '../instrument/document';
import type { BuildStep } from '../kinds/kind-plan';
import { boardOf } from '../instrument/access';
import type { Sensor } from '../instrument/sensor';
import { factsOf } from '../kinds/facts';
import { connectWords } from '../parts/circuit';

/** A step of the build, for a sensor or for the whole instrument. */
export interface Step extends BuildStep {
  /** Stays the same while the plan grows: what is ticked off keeps its tick. */
  id: string;
  for: string;
}

/** Before any sensor, and after all of them. */
const FIRST: readonly BuildStep[] = [
  {
    does: 'Lay out board and parts before anything is fixed.',
    check: 'Every lead reaches, with a hand’s breadth to spare.',
    care: 'Solder with air and covered eyes; hold work when you drill; hot glue burns.',
  },
  {
    does: 'Connect ground and supply only, and plug the board in.',
    check: 'The meter shows the supply between them, and nothing grows warm.',
  },
];
const LAST: readonly BuildStep[] = [
  {
    does: 'Move every sensor alone while you listen.',
    check: 'Each moves its own lane, and no other.',
    care: 'Begin with the monitor low: a first sound can be loud.',
  },
];

/** What a sensor is soldered to, with the values of its parts and its pins. */
function connectSensor(instrument: Instrument, sensor: Sensor): string {
  const pins = sensor.lanes.flatMap(({ pin, otherPin }) => [pin, otherPin]).filter((p) => p !== undefined);
  const circuit = kindPlanOf(sensor).circuit(factsOf(sensor));
  return connectWords(circuit, pins, boardOf(instrument, sensor).supplyVolts);
}

/** What to do in order: what all share, then sensor by sensor, steps of its kind once each. */
export function buildSteps(instrument: Instrument): Step[] {
  const whole = (steps: readonly BuildStep[], stem: string) =>
    steps.map((step, i): Step => ({ ...step, id: `${stem}-${i + 1}`, for: 'the instrument' }));
  const sensors = instrument.sensors.flatMap((sensor) => [
    { does: connectSensor(instrument, sensor), id: `${sensor.id}-wire`, for: sensor.name },
    ...kindPlanOf(sensor).steps.map((step, i): Step => ({
      ...step,
      id: `${sensor.id}-${i + 1}`,
      for: sensor.name,
    })),
  ]);
  return [...whole(FIRST, 'first'), ...sensors, ...whole(LAST, 'last')];
}
