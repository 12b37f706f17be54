'use client';

import { useCallback, useEffect, useMemo, useState } from 'react';
import type { Stroke } from '@/core/calibrate/dynamics';
import { responseAt, withFilter, withLaneResponse, withResponse } from '@/core/instrument/access';
import { downOf, withDown } from '@/core/instrument/down-side';
import type { Instrument } from '@/core/instrument/document';
import type { Response } from '@/core/instrument/response';
import type { Sensor } from '@/core/instrument/sensor';
import { lanesOfSource } from '@/core/kinds/ports';
import { gesturesAlong, playedAlong } from '@/core/prove/gestures-along';
import type { PortLanes } from '@/core/prove/lane-counts';
import { struckBy, type Struck } from '@/core/prove/struck';
import { DEFAULT_DYNAMICS, type Played } from '@/core/shape/dynamics';
import { evenedOut } from '@/core/shape/even-out';
import { proposeResponse } from '@/core/shape/propose';
import type { Take } from '@/core/signal/take';
import { levelOf } from '@/core/ways/registry';
import { loadTakes } from '@/store/takes';
import type { Landing } from '@/core/prove/landing';
import type { Sends } from '@/workers/analysis';
import { analysisLink } from '@/workers/analysis-link';
import { useReport } from '../calibrate/use-report';
import { useChangeSensor } from '../hooks/use-change-sensor';
import { useLatest } from '../hooks/use-latest';
import { useInstrument, useTakesOf } from '../hooks/use-session';

/** What is shaped: a port of a sensor, and the lane of it that has, or is given, a response of its own. */
export interface Aim {
  sensor: Sensor;
  port: string;
  /** Id of a lane; null for all of them. */
  lane: string | null;
  /** Of a level with two: the one that is given a form of its own; null for both alike. */
  side: 'up' | 'down' | null;
}

/** A response at hand. */
export interface Shaping extends Aim {
  /** Ids of the port's lanes. */
  lanes: string[];
  /** Gestures of the takes, on these lanes. */
  gestures: Stroke[];
  /** Of every lane of the port. */
  allGestures: Stroke[];
  played: Played | null;
  /** Whether the takes are still being read. */
  reading: boolean;
  shown: Response;
  /** Whether it is only proposed. */
  proposed: boolean;
  set: (response: Response, says: string) => boolean;
}

export function useShaping({ sensor, port, lane, side }: Aim): Shaping {
  const { report, progress } = useReport(sensor);
  const changeSensor = useChangeSensor();
  const lanes = useMemo(
    () => lanesOfSource(sensor, { port }).map((place) => sensor.lanes[place].id),
    [sensor, port],
  );
  const allGestures = useMemo(
    () => gesturesAlong(sensor, report).filter((g) => lanes.includes(g.lane)),
    [sensor, report, lanes],
  );
  const gestures = useMemo(
    () =>
      allGestures.filter(
        (g) => (lane === null || g.lane === lane) && (side === null || (g.side ?? 'up') === side),
      ),
    [allGestures, lane, side],
  );
  const played = useMemo(() => playedAlong(gestures), [gestures]);
  const response = responseAt(sensor, port, lane ?? undefined);
  const { shown, proposed } = useMemo(
    () => (side === 'down' ? { shown: downOf(response), proposed: false } : shownResponse(response, played)),
    [response, played, side],
  );
  const set = useCallback(
    (next: Response, says: string) =>
      changeSensor(sensor.id, says, (s) => shapedSensor(s, { port, lane, side }, next)),
    [changeSensor, sensor.id, port, lane, side],
  );
  return {
    ...{ sensor, port, lane, side, lanes, gestures, allGestures, played, reading: progress !== null },
    ...{ shown, proposed, set },
  };
}

/** A response that is evened out from use; by none it is a straight line. */
export function evenedResponse(
  sensor: Sensor,
  { dynamics, filter }: Response,
  along: readonly number[],
  strength: number,
): Response {
  const level = levelOf(sensor);
  const span = level ? Math.max(1, level.up.reach - level.up.dead) : 1;
  const points = evenedOut(along, { strength, noise: level ? level.noise / span : 0 });
  return {
    ...{ family: 'points', points, evened: strength },
    ...(dynamics ? { dynamics } : {}),
    ...(filter ? { filter } : {}),
  };
}

/** What is drawn: the instrument's response, or a proposal while it was never shaped. */
export function shownResponse(
  response: Response,
  played: Played | null,
): { shown: Response; proposed: boolean } {
  const untouched = response.family === 'straight' && !response.dynamics && response.floor === undefined;
  if (!untouched || !played) return { shown: response, proposed: false };
  const { filter } = response;
  const proposal = proposeResponse(played, DEFAULT_DYNAMICS);
  return { shown: { ...proposal, ...(filter ? { filter } : {}) }, proposed: true };
}

/** A sensor with a response of a port, of a lane or of a side of it. */
function shapedSensor(
  sensor: Sensor,
  { port, lane, side }: Pick<Aim, 'port' | 'lane' | 'side'>,
  shown: Response,
): Sensor {
  const before = responseAt(sensor, port, lane ?? undefined);
  const next =
    side === 'down'
      ? withFilter(withDown(before, shown), shown.filter ?? null)
      : withDown(shown, before.down ?? null);
  return withAnswer(sensor, port, lane, next);
}

/** A sensor whose port, or one lane of it, answers so. */
export const withAnswer = (sensor: Sensor, port: string, lane: string | null, next: Response): Sensor =>
  lane === null ? withResponse(sensor, port, next) : withLaneResponse(sensor, port, lane, next);

/** The instrument with the response that is shown in place of the one that is saved. */
export const shapedAs = (instrument: Instrument, aim: Aim, shown: Response): Instrument => ({
  ...instrument,
  sensors: instrument.sensors.map((s) => (s.id === aim.sensor.id ? shapedSensor(s, aim, shown) : s)),
});

/** The frames of the sensor's takes that count; null until they are loaded. */
export function useTakesLoaded(sensor: Sensor): Take[] | null {
  const key = useTakesOf(sensor.id)
    .map((t) => t.id)
    .join();
  const [loaded, setLoaded] = useState<{ key: string; takes: Take[] } | null>(null);
  useEffect(() => {
    if (key === '') return;
    let current = true;
    void loadTakes(key.split(',')).then((takes) => current && setLoaded({ key, takes }));
    return () => {
      current = false;
    };
  }, [key]);
  return loaded && loaded.key === key ? loaded.takes : null;
}

/** The lanes of what is shaped, on an instrument. */
export function portLanes(instrument: Instrument, { sensor, port, lane }: Omit<Aim, 'side'>): PortLanes {
  const own = instrument.sensors.find((s) => s.id === sensor.id)!;
  const lanes = lanesOfSource(own, { port, ...(lane === null ? {} : { lane }) });
  return { instrument, sensor: own, port, lanes };
}

/** The maker's own takes by another response and by the one that is shown. */
export interface Compared {
  before: Landing;
  after: Landing;
}

interface Asked {
  port: PortLanes;
  takes: Take[];
  other: Response | null;
}
const land = ({ port, takes, other }: Asked): Promise<Landing> => analysisLink.get().land(port, takes, other);
const sends = ({ port, takes }: Asked): Promise<Sends> => analysisLink.get().sends(port, takes);

/** Computed off the main thread; the newest wins. @param other that stands before */
export function useCompared(
  { sensor, port, lane, side, shown }: Shaping,
  takes: Take[] | null,
  other: Response,
): { compared: Compared | null; sends: Sends | null } {
  const instrument = useInstrument();
  const asked = useMemo(() => {
    if (!takes) return null;
    const aim = { sensor, port, lane, side };
    return { port: portLanes(shapedAs(instrument, aim, shown), aim), takes, other: null };
  }, [instrument, sensor, port, lane, side, shown, takes]);
  const before = useMemo(
    () => takes && { port: portLanes(instrument, { sensor, port, lane }), takes, other },
    [instrument, sensor, port, lane, takes, other],
  );
  const [lands, landed, sent] = [useLatest(asked, land), useLatest(before, land), useLatest(asked, sends)];
  const compared = useMemo(
    () => (lands && landed ? { before: landed, after: lands } : null),
    [lands, landed],
  );
  return { compared, sends: sent };
}

/** Strokes through another response and through the one that is shown; null without any. */
export function useStruck(
  { sensor, port, lane, gestures, shown }: Shaping,
  other: Response,
): { before: Struck; after: Struck } | null {
  return useMemo(() => {
    if (gestures.length === 0) return null;
    // Lanes with a curve of their own keep it where all of them are shaped.
    const own = (id: string) =>
      lane === null ? (sensor.responses.find((r) => r.port === port && r.lane === id) ?? shown) : shown;
    return { before: struckBy(gestures, () => other), after: struckBy(gestures, own) };
  }, [sensor, port, lane, gestures, shown, other]);
}
