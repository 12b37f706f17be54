import { responseAt } from '../instrument/access';
import type { Source } from '../instrument/voices';
import { lanesOfSource } from '../kinds/ports';
import { tableOf } from '../shape/table';
import type { LaneLevel } from '../ways/level/lane-level';
import { levelOf } from '../ways/registry';
import { sensorNamed, type Making } from './making';

/** A level of the image that a source reads, with its lane; `i` counts among the measured lanes of its sensor. */
export interface LevelRead {
  level: number;
  lane: LaneLevel;
  i: number;
}

/** The levels that a source reads: those alone that were measured and are on the board. */
export function levelsRead(m: Making, source: Source): LevelRead[] {
  const sensor = sensorNamed(m, source);
  const wanted = lanesOfSource(sensor, source);
  const compiled = m.sensors.get(sensor.id);
  if (!compiled) return [];
  const { index, lanes, levels } = compiled;
  const first = levels?.[source.port] ?? index;
  return lanes.flatMap((place, i) =>
    wanted.includes(place) ? [{ level: first + i, lane: levelOf(sensor, place, source.port)!, i }] : [],
  );
}

/** Where the table stands by which a port answers, on its up side. @param lane id of a lane that may have its own */
export function answerTable(m: Making, source: Source, lane: string): number {
  const response = responseAt(sensorNamed(m, source), source.port, lane);
  return m.parts.table(tableOf(response, m.parts.image.table_bits));
}
