import type { GateValues } from '../findings/change';
import type { Calibration } from '../instrument/calibration';
import type { Sensor } from '../instrument/sensor';
import { contactsGate } from './contacts/gate-set';
import { depthGate } from './depth/gate-set';
import { withMarks } from './kept';
import type { GateSet, GateSetter } from './gate-setter';
import { levelGate } from './level/gate-set';
import { pairGate } from './pair/gate-set';
import { placeGate } from './place/gate-set';
import { wayOf } from './registry';
import { strikeGate } from './strike/gate-set';
import { surfaceGate } from './surface/gate-set';
import { touchGate } from './touch/gate-set';

/** The ways whose gates can be set; apart from the ways, since only cures ask for them. */
const SETTERS: { [is in Calibration['is']]?: GateSetter<Extract<Calibration, { is: is }>> } = {
  level: levelGate,
  touch: touchGate,
  strike: strikeGate,
  depth: depthGate,
  place: placeGate,
  surface: surfaceGate,
  contacts: contactsGate,
  pair: pairGate,
};

const setterOf = (c: Calibration): GateSetter<Calibration> | undefined =>
  (SETTERS as Record<string, GateSetter<Calibration> | undefined>)[wayOf(c).is];

/** How the gate of a lane is set; null where it has none that can be. */
export const gateSet = ({ calibration: c, lanes }: Sensor, lane: string | null): GateSet | null =>
  (c && setterOf(c)?.read(c, lane ?? lanes[0].id)) || null;

/** A sensor whose gates are set so, as a hand would. */
export function withGateSet(sensor: Sensor, lane: string | null, values: GateValues): Sensor {
  const { calibration: c } = sensor;
  const setter = c && setterOf(c);
  return setter ? { ...sensor, calibration: withMarks(c, setter.write(c, lane, values)) } : sensor;
}
