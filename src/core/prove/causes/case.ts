import type { Change } from '../../findings/change';
import type { Finding } from '../../findings/finding';
import type { Instrument } from '../../instrument/document';
import type { Sensor } from '../../instrument/sensor';
import type { Frames } from '../../signal/take';
import type { GateSet } from '../../ways/gate-setter';
import type { Moment } from '../judge';
import type { Proved } from '../proved';

/** What a finding is made from: all moments of one sort on one lane. */
export interface Case {
  instrument: Instrument;
  sensor: Sensor;
  lane: string | null;
  gate: GateSet | null;
  take: Frames;
  proved: Proved;
  moments: readonly Moment[];
}

/** Causes in order, and cures. */
export type Why = Pick<Finding, 'causes' | 'cures'>;

/** A change of a case’s gate. */
export const tryGate = ({ sensor, lane }: Case, values: (Change & { is: 'gate' })['values']): Change[] => [
  { is: 'gate', sensor: sensor.id, lane, values },
];

/** A threshold lies so far under the softest gesture that is to be heard. */
export const UNDER = 0.85;

/** Causes that there are, the most frequent first. */
export const inOrder = (causes: readonly [n: number, says: string][]): string[] =>
  causes
    .filter(([n]) => n > 0)
    .sort(([a], [b]) => b - a)
    .map(([n, says]) => (causes.filter(([other]) => other > 0).length > 1 ? `${says} (${n})` : says));

/** A value as a gate is set by. */
export const gateWord = (value: number | undefined, gate: GateSet | null): string => {
  if (value === undefined || !Number.isFinite(value)) return '–';
  return gate?.shares ? `${Math.round(100 * value)} % of the way` : `${Math.round(value)} counts`;
};

/** From the least of some values to the most. */
export function rangeWords(values: readonly number[], gate: GateSet | null): string {
  const [least, most] = [Math.min(...values), Math.max(...values)];
  const same = gateWord(least, gate) === gateWord(most, gate);
  return same ? gateWord(least, gate) : `${gateWord(least, gate).split(' ')[0]} to ${gateWord(most, gate)}`;
}
