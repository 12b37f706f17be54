'use client';

import { levelOf } from '@/core/ways/registry';
import { useEffect, useMemo, useState } from 'react';
import { playedDynamics } from '@/core/ways/level/played-dynamics';
import { laneReport, type LevelReport } from '@/core/ways/level/report';
import { withResponse } from '@/core/instrument/access';
import type { Instrument } from '@/core/instrument/document';
import { levelPort } from '@/core/kinds/ports';
import { STRAIGHT, type Dynamics, type Response } from '@/core/instrument/response';
import type { Sensor } from '@/core/instrument/sensor';
import { DEFAULT_DYNAMICS, proposeResponse, type Played } from '@/core/shape/dynamics';
import { evenedOut } from '@/core/shape/even-out';
import { CURVE_FAMILIES, type CurveFamilyId } from '@/core/shape/families';
import type { Landing } from '@/core/prove/landing';
import { loadTakes } from '@/store/takes';
import { analysisLink } from '@/workers/analysis-link';
import { useInstrument, useTakesOf } from '../hooks/use-session';

/** Where soft, medium and loud lie in the sensor's calibration; null unless all three were played. */
export function usePlayed(sensor: Sensor, report: LevelReport | null): Played | null {
  return useMemo(() => {
    const level = levelOf(sensor);
    const played = level && laneReport(report, level.lane)?.played;
    if (!played) return null;
    const { soft, medium, loud } = playedDynamics(played, level);
    return soft === null || medium === null || loud === null ? null : { soft, medium, loud };
  }, [report, sensor]);
}

/** The response of a family that lands where it is wanted. */
export function solved(family: CurveFamilyId, played: Played, wanted: Dynamics): Response {
  const { gamma, points } = CURVE_FAMILIES[family].solve(played, wanted);
  return {
    family,
    dynamics: wanted,
    ...(gamma === undefined ? {} : { gamma }),
    ...(points ? { points: [...points] } : {}),
  };
}

/** A response that is evened out from use; by none it is a straight line. */
export function evenedResponse(
  sensor: Sensor,
  { dynamics }: Response,
  along: readonly number[],
  strength: number,
): Response {
  const level = levelOf(sensor);
  const span = level ? Math.max(1, level.up.reach - level.up.dead) : 1;
  const points = evenedOut(along, { strength, noise: level ? level.noise / span : 0 });
  return { family: 'points', points, evened: strength, ...(dynamics ? { dynamics } : {}) };
}

/** What is drawn: the instrument's response, or a proposal while it was never shaped. */
export function shownResponse(
  response: Response,
  played: Played | null,
): { shown: Response; proposed: boolean } {
  const untouched = response.family === 'straight' && !response.dynamics;
  if (!untouched || !played) return { shown: response, proposed: false };
  return { shown: proposeResponse(played, DEFAULT_DYNAMICS), proposed: true };
}

/** The instrument with the response that is shown at the sensor's level, in place of the one that is saved. */
export function shapedAs(instrument: Instrument, sensor: Sensor, shown: Response): Instrument {
  const port = levelPort(sensor);
  const own = (s: Sensor) => (s.id === sensor.id && port !== null ? withResponse(s, port, shown) : s);
  return { ...instrument, sensors: instrument.sensors.map(own) };
}

export interface Compared {
  before: Landing;
  after: Landing;
  flicker: number | null;
}

/** The maker's own takes through the straight line and through the response shown; computed off the main thread. */
export function useCompared(sensor: Sensor, shown: Response): Compared | null {
  const instrument = useInstrument();
  const key = useTakesOf(sensor.id)
    .map((t) => t.id)
    .join();
  const [compared, setCompared] = useState<Compared | null>(null);
  useEffect(() => {
    if (key === '' || !sensor.calibration) return;
    let current = true;
    const shaped = shapedAs(instrument, sensor, shown);
    void loadTakes(key.split(','))
      .then((takes) => analysisLink.get().use(shaped, sensor, [STRAIGHT, shown], takes))
      .then(({ uses, flicker }) => current && setCompared({ before: uses[0], after: uses[1], flicker }));
    return () => {
      current = false;
    };
  }, [instrument, sensor, shown, key]);
  return compared;
}
