import { bendLever } from './bend-lever/kind';
import { breathGauge } from './breath-gauge/kind';
import { breathMembrane } from './breath-membrane/kind';
import { chainRibbon } from './chain-ribbon/kind';
import { contactMatrix } from './contact-matrix/kind';
import { encoder } from './encoder/kind';
import { footSwitch } from './foot-switch/kind';
import { forcePad } from './force-pad/kind';
import type { Kind } from './kind';
import { kindFault } from './kind-fault';
import { lipSensor } from './lip-sensor/kind';
import { magnetKeys } from './magnet-keys/kind';
import { mouthResonator } from './mouth-resonator/kind';
import { pedal } from './pedal/kind';
import { pot } from './pot/kind';
import { pressureSheet } from './pressure-sheet/kind';
import { ribbon } from './ribbon/kind';
import { stick } from './stick/kind';
import { strikePads } from './strike-pads/kind';
import { switchKind } from './switch/kind';
import { tilt } from './tilt/kind';
import { timedPads } from './timed-pads/kind';
import { touchPads } from './touch-pads/kind';
import { touchSurface } from './touch-surface/kind';
import { twoContactKeys } from './two-contact-keys/kind';
import { wheelSpeed } from './wheel-speed/kind';
import { wheel } from './wheel/kind';

const kinds = new Map<string, Kind>();

/** Makes a kind known. @throws RangeError where its id is taken, or what it says of itself does not fit together */
export function registerKind(kind: Kind): void {
  const fault = kinds.has(kind.id) ? 'its id must be free' : kindFault(kind);
  if (fault) throw new RangeError(`registerKind: ${kind.id}: ${fault}`);
  kinds.set(kind.id, kind);
}

/** A new kind is a folder beside this file and a name in this list. */
for (const kind of [
  breathGauge,
  forcePad,
  touchPads,
  strikePads,
  switchKind,
  breathMembrane,
  pressureSheet,
  timedPads,
  touchSurface,
  twoContactKeys,
  magnetKeys,
  ribbon,
  chainRibbon,
  pot,
  encoder,
  stick,
  wheel,
  bendLever,
  tilt,
  wheelSpeed,
  footSwitch,
  pedal,
  lipSensor,
  mouthResonator,
  contactMatrix,
])
  registerKind(kind);

/** The ids of all kinds. */
export const kindIds = (): string[] => [...kinds.keys()];

/** The kind of that id, or undefined. */
export const findKind = (id: string): Kind | undefined => kinds.get(id);

/** The kind of a sensor. @throws RangeError for one that is not known: kinds/rules.ts refuses such a document */
export function kindOf(sensor: { kind: string }): Kind {
  const kind = kinds.get(sensor.kind);
  if (!kind) throw new RangeError(`kindOf: one of ${kindIds().join(', ')} is required, got ${sensor.kind}`);
  return kind;
}
