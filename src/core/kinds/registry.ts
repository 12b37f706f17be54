import { breathGauge } from './breath-gauge/kind';
import { forcePad } from './force-pad/kind';
import { kindFault } from './kind-fault';
import type { Kind } from './kind';
import { strikePads } from './strike-pads/kind';
import { switchKind } from './switch/kind';
import { touchPads } from './touch-pads/kind';

const kinds = new Map<string, Kind>();

/** Makes a kind known. @throws RangeError where its id is taken, or what it says of itself does not fit together */
export function registerKind(kind: Kind): void {
  const fault = kinds.has(kind.id) ? 'its id must be free' : kindFault(kind);
  if (fault) throw new RangeError(`registerKind: ${kind.id}: ${fault}`);
  kinds.set(kind.id, kind);
}

/** A new kind is a folder beside this file and a name in this list. */
for (const kind of [breathGauge, forcePad, touchPads, strikePads, switchKind]) registerKind(kind);

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
