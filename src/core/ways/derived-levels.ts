import type { Parts } from '../engine/image/parts';
import { compileLevel } from './level/image';
import type { LaneLevel } from './level/lane-level';
import type { Compiled } from './way';

/**
 * Lanes each of which derives one column, read as one level by all of their ports.
 * @param put puts what computes a lane's column, `into`, into the image @returns null where there are none
 */
export function compileDerived<L extends { place: number }>(
  parts: Parts,
  lanes: readonly L[],
  ports: readonly string[],
  levelOf: (lane: L) => LaneLevel,
  put: (lane: L, into: number) => void,
): Compiled | null {
  if (lanes.length === 0) return null;
  const { levels } = parts.image;
  const index = levels.length;
  for (const lane of lanes) {
    const into = parts.derivedColumn();
    put(lane, into);
    levels.push(compileLevel(levelOf(lane), into));
  }
  return {
    ...{ index, lanes: lanes.map(({ place }) => place), bank: null },
    levels: Object.fromEntries(ports.map((port) => [port, index])),
  };
}

/**
 * Lanes each of which derives two columns, read by a port each.
 * @param ports of the first and of the second @param put puts what computes a lane's columns, `into` and the one after it, into the image @returns null where there are none
 */
export function compileTwoDerived<L extends { place: number }>(
  parts: Parts,
  lanes: readonly L[],
  ports: readonly [string, string],
  levelOf: (lane: L, port: string) => LaneLevel,
  put: (lane: L, into: number) => void,
): Compiled | null {
  if (lanes.length === 0) return null;
  const { levels } = parts.image;
  const intos = lanes.map((lane) => {
    const into = parts.derivedColumn();
    parts.derivedColumn();
    put(lane, into);
    return into;
  });
  const firsts = ports.map((port, k) => {
    const first = levels.length;
    lanes.forEach((lane, i) => levels.push(compileLevel(levelOf(lane, port), intos[i] + k)));
    return first;
  });
  return {
    ...{ index: firsts[0], lanes: lanes.map(({ place }) => place), bank: null },
    levels: Object.fromEntries(ports.map((port, k) => [port, firsts[k]])),
  };
}
