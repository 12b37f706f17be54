import type { GateValues } from '../findings/change';

/** How the gate of a lane is set, and between what it can be. */
export interface GateSet extends GateValues {
  /** Least that "on" and "off" may be: nearer to rest lies its noise (maker's handbook 4.1: 6 σ and 2 σ). */
  leastOn?: number;
  leastOff?: number;
  /** What the values of "on" and "off" are: counts, unless they are shares of a way. */
  shares?: true;
  /** What its quiet time is called. */
  quiet?: 'hold-off' | 'mask' | 'debounce';
}

/** How a way sets its gates. */
export interface GateSetter<C> {
  read(c: C, lane: string): GateSet | null;
  /** As far as the others leave room. @param lane null for all of them */
  write(c: C, lane: string | null, values: GateValues): C;
}

/** "On" and "off" in order, whole and off least. @param top highest "on" */
export function orderedGate(
  now: { on: number; off: number },
  { on = now.on, off = now.off }: GateValues,
  top = 65535,
): { on: number; off: number } {
  const next = Math.round(Math.min(top, Math.max(2, on)));
  return { on: next, off: Math.round(Math.min(next - 1, Math.max(1, off))) };
}

/** The lanes of a bank, one of them, or all, changed. */
export const withLanes = <L extends { lane: string }>(
  lanes: readonly L[],
  lane: string | null,
  change: (own: L) => L,
): L[] => lanes.map((own) => (lane === null || own.lane === lane ? change(own) : own));

/** A lane whose gate is two distances from rest, counts. */
interface GatedLane {
  lane: string;
  on: number;
  off: number;
  noise: number;
}

/** The gates of a bank of such lanes. @param top highest "on" of a lane */
export const lanesGate = <L extends GatedLane, C extends { lanes: L[] }>(
  top: (own: L) => number = () => 65535,
): GateSetter<C> => ({
  read: ({ lanes }, lane) => {
    const own = lanes.find((l) => l.lane === lane);
    if (!own) return null;
    const { on, off, noise } = own;
    return { on, off, leastOn: Math.ceil(6 * noise), leastOff: Math.ceil(2 * noise) };
  },
  write: (c, lane, values) => ({
    ...c,
    lanes: withLanes(c.lanes, lane, (own) => ({ ...own, ...orderedGate(own, values, top(own)) })),
  }),
});

/** The gate of contacts: how long they must stand still. @param mostMs longest that a document holds */
export const debounceGate = <C extends { debounceMs: number }>(mostMs: number): GateSetter<C> => ({
  read: ({ debounceMs }) => ({ quietMs: debounceMs, quiet: 'debounce' }),
  write: (c, _, { quietMs = c.debounceMs }) => ({ ...c, debounceMs: Math.min(mostMs, Math.max(0, quietMs)) }),
});
