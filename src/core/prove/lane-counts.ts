import { compileWith } from '../compile/compile';
import { derivedFrames } from '../engine/derive';
import { startEngine } from '../engine/start';
import { boardOf, columnsOf, contactsOf } from '../instrument/access';
import type { Instrument } from '../instrument/document';
import type { Sensor } from '../instrument/sensor';
import { framesOf } from '../signal/frames';
import type { Frames } from '../signal/take';
import type { LaneLevel } from '../ways/level/lane-level';
import { levelOf } from '../ways/registry';

/** Lanes of a port: of a sensor of the instrument, by their places in it. */
export interface PortLanes {
  instrument: Instrument;
  sensor: Sensor;
  port: string;
  lanes: readonly number[];
}

/** What a board reads of a lane in a take: its own counts, or what is computed of them. */
export interface LaneCounts {
  level: LaneLevel;
  /** Of the column. */
  bits: number;
  /** One a frame. */
  counts: Uint16Array;
}

/** A take as lanes are read in it. */
export interface CountedTake {
  tUs: Float64Array;
  lanes: LaneCounts[];
}

/** @param takes of the sensor's board */
export const countTakes = (port: PortLanes, takes: readonly Frames[]): CountedTake[] =>
  takes.map((take) => ({ tUs: take.tUs, lanes: laneCounts(port, take) }));

/** Bits of what a board computes. */
const COMPUTED_BITS = 16;

/** @returns one a lane that was measured and is in the take, in order */
export function laneCounts({ instrument, sensor, port, lanes }: PortLanes, take: Frames): LaneCounts[] {
  const board = boardOf(instrument, sensor);
  const own = framesOf(take, columnsOf(instrument, board), contactsOf(instrument, board));
  const mute = { ...instrument, voices: [], selectors: [] };
  const { parts, sensors } = compileWith(mute, board, own.channels);
  const made = sensors.get(sensor.id);
  if (!made) return [];
  const { counts, channels } = derivedFrames(startEngine(parts.image), own);
  const first = made.levels?.[port] ?? made.index;
  return made.lanes.flatMap((place, i) => {
    const level = lanes.includes(place) && levelOf(sensor, place, port);
    if (!level) return [];
    const { column } = parts.image.levels[first + i];
    return [
      {
        level,
        bits: column < own.channels.length ? board.bits : COMPUTED_BITS,
        counts: Uint16Array.from(own.tUs, (_, frame) => counts[frame * channels.length + column]),
      },
    ];
  });
}
