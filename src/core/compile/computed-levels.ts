import type { Board } from '../instrument/board';
import type { Instrument } from '../instrument/document';
import { lanesOfSource } from '../kinds/ports';
import { kindOf } from '../kinds/registry';
import type { LaneLevel } from '../ways/level/lane-level';
import { levelOf } from '../ways/registry';
import { compileWith } from './compile';

/** What a port of a lane tells that is computed first: a level of a column that stands behind those that were read. */
export interface ComputedLevel {
  sensor: string;
  /** Place of the lane in its sensor. */
  lane: number;
  port: string;
  /** Of the row that the engine plays. */
  column: number;
  level: LaneLevel;
  /** Whether it tells open or closed, and not how far. */
  gate: boolean;
}

/** All that a board computes from its counts and contacts and then reads as levels. @param columns of its frames, in order */
export function computedLevelsOf(
  instrument: Instrument,
  board: Board,
  columns: readonly string[],
): ComputedLevel[] {
  const { sensors, parts } = compileWith(instrument, board, columns);
  return instrument.sensors.flatMap((sensor) => {
    const { lanes = [], levels = {} } = sensors.get(sensor.id) ?? {};
    return Object.entries(levels).flatMap(([port, first]) =>
      lanes.flatMap((lane, i): ComputedLevel[] => {
        if (!lanesOfSource(sensor, { port }).includes(lane)) return [];
        return [
          {
            ...{ sensor: sensor.id, lane, port, column: parts.image.levels[first + i].column },
            level: levelOf(sensor, lane, port)!,
            gate: kindOf(sensor).ports[port].carries === 'gate',
          },
        ];
      }),
    );
  });
}

/** How far a level is past its dead zone, −1 … 1 of the way to its reach; of a gate 1 where it opens. @param count that it reads */
export function shareComputed(
  { gate, level: { rest, polarity, up, down } }: Pick<ComputedLevel, 'gate' | 'level'>,
  count: number,
): number {
  const signed = (polarity === 'falling' ? -1 : 1) * (count - Math.round(rest));
  const side = signed < 0 ? down : up;
  if (gate) return side !== null && Math.abs(signed) >= side.on ? 1 : 0;
  if (side === null) return 0;
  const share = (Math.abs(signed) - side.dead) / (side.reach - side.dead);
  return Math.sign(signed) * Math.max(0, Math.min(1, share));
}
