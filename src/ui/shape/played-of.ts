import { boardOf } from '@/core/instrument/access';
import type { Instrument } from '@/core/instrument/document';
import type { Response } from '@/core/instrument/response';
import type { Sensor } from '@/core/instrument/sensor';
import { lanesOfSource } from '@/core/kinds/ports';
import { gesturesAlong, playedAlong } from '@/core/prove/gestures-along';
import type { Played } from '@/core/shape/dynamics';
import { solved } from '@/core/shape/propose';
import type { KeptTake } from '@/store/database';
import { measuredBy } from '@/store/standing';
import { loadTakes } from '@/store/takes';
import { analysisLink } from '@/workers/analysis-link';

/** A port that a curve can be given to. */
export interface Target {
  sensor: Sensor;
  port: string;
}

/** Where soft, medium and loud lie on other ports, from their own takes; null where they were not all played. @param kept takes of all sensors */
export async function playedOf(
  instrument: Instrument,
  kept: readonly KeptTake[],
  targets: readonly Target[],
): Promise<Map<string, Played | null>> {
  const all = new Map<string, Played | null>();
  for (const { sensor, port } of targets) {
    const { id, name, kind, lanes, facts } = sensor;
    const ids = measuredBy(kept.filter((t) => t.sensor === id)).map((t) => t.id);
    const { bits } = boardOf(instrument, sensor);
    const job = { board: { bits }, sensor: { id, name, kind, lanes, facts }, takes: await loadTakes(ids) };
    const made = await analysisLink.calibrate(job, () => {});
    const own = lanesOfSource(sensor, { port }).map((place) => lanes[place].id);
    const gestures = made.ok ? gesturesAlong(sensor, made.value) : [];
    all.set(keyOf({ sensor, port }), playedAlong(gestures.filter((g) => own.includes(g.lane))));
  }
  return all;
}

export const keyOf = ({ sensor, port }: Target): string => `${sensor.id} ${port}`;

/** A curve of the same family by which another's soft, medium and loud land the same; null where they were not all played. */
export const alikeResponse = (shown: Response, played: Played | null): Response | null =>
  played && shown.dynamics
    ? {
        ...solved(shown.family, played, shown.dynamics, shown),
        ...(shown.filter ? { filter: shown.filter } : {}),
      }
    : null;
