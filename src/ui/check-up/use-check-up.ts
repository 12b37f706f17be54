'use client';

import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { lanePlaces } from '@/core/instrument/access';
import type { Instrument } from '@/core/instrument/document';
import type { Sensor } from '@/core/instrument/sensor';
import { laneRange } from '@/core/ways/registry';
import { retuned } from '@/core/ways/retuned';
import { retuneWords } from '@/core/ways/retune-words';
import type { LaneSeen } from '@/core/ways/seen';
import { verdictOf, type LaneChecked, type Verdict } from '@/core/exchange/record/check-up';
import type { RestStatistics } from '@/core/signal/rest';
import type { TraceData } from '@/session/trace-ring';
import { useInstrument, useSession } from '../hooks/use-session';

/** Hands off for so long, then everything is played for so long at most, s. */
const STILL_S = 5;
const PLAY_S = 40;
/** What is live is read so often, ms. */
const EVERY_MS = 100;

/** Where a run stands: whole seconds that are left of it, and which sensors were played; then what moved. */
export type CheckUpRun =
  | { is: 'off' }
  | { is: 'still'; leftS: number }
  | { is: 'play'; leftS: number; played: readonly boolean[] }
  | { is: 'seen'; at: string; lanes: readonly LaneChecked[]; sensors: readonly SensorChecked[] };

/** A sensor as it was seen against what was measured; with rest and reach as they are now, and what of them moved in words, where its way can take them so. */
export interface SensorChecked {
  verdict: Verdict;
  next: Sensor | null;
  words: string | null;
}

/** How far a column went, the one furthest moment left out: it may be a spike. */
class Extremes {
  private readonly highs: [number, number] = [-Infinity, -Infinity];
  private readonly lows: [number, number] = [Infinity, Infinity];
  private total: number;

  constructor(private readonly ring: TraceData) {
    this.total = ring.total;
  }

  /** Takes what has come since. */
  read(): void {
    const { ring } = this;
    for (let back = Math.min(ring.total - this.total, ring.filled); back > 0; back--) {
      const i = (ring.at - back + ring.size) % ring.size;
      if (ring.low[i] > ring.high[i]) continue;
      if (ring.high[i] > this.highs[1]) this.highs[1] = ring.high[i];
      if (ring.low[i] < this.lows[1]) this.lows[1] = ring.low[i];
      if (this.highs[1] > this.highs[0]) this.highs.reverse();
      if (this.lows[1] < this.lows[0]) this.lows.reverse();
    }
    this.total = ring.total;
  }

  get low(): number {
    return this.lows[1];
  }

  get high(): number {
    return this.highs[1];
  }
}

/** Whether each sensor was played: one of its lanes went half of its way from rest, or further. */
const playedOf = (instrument: Instrument, extremes: readonly Extremes[]): boolean[] =>
  instrument.sensors.map((sensor) =>
    lanePlaces(instrument, sensor).some((place, i) => {
      const range = laneRange(sensor, sensor.lanes[i].id);
      const own = extremes[place];
      return (
        range !== null &&
        own !== undefined &&
        Math.max(own.high - range.rest, range.rest - own.low) >= range.travel / 2
      );
    }),
  );

/** What was seen of each lane of a sensor. */
const lanesSeen = (
  instrument: Instrument,
  sensor: Sensor,
  rests: readonly (RestStatistics | null)[],
  extremes: readonly Extremes[],
): LaneChecked[] =>
  lanePlaces(instrument, sensor).map((place, i) => {
    const went = extremes[place];
    const moved = went !== undefined && Number.isFinite(went.high);
    return {
      ...{ sensor: sensor.id, lane: sensor.lanes[i].id },
      ...{ rest: rests[place]?.rest ?? null, noise: rests[place]?.noise ?? null },
      ...{ low: moved ? went.low : null, high: moved ? went.high : null },
    };
  });

/** Rest and reach of every sensor in one run: hands off, then all of it played; nothing changes until it is accepted. */
export function useCheckUp() {
  const session = useSession();
  const instrument = useInstrument();
  const [run, setRun] = useState<CheckUpRun>({ is: 'off' });
  const live = useRef({ begunMs: 0, rests: [] as (RestStatistics | null)[], extremes: [] as Extremes[] });

  const finish = useCallback(() => {
    const { rests, extremes } = live.current;
    const lanes = instrument.sensors.flatMap((sensor) => lanesSeen(instrument, sensor, rests, extremes));
    const sensors = instrument.sensors.map((sensor): SensorChecked => {
      const seen = (lane: string): LaneSeen | undefined => {
        const own = lanes.find((l) => l.sensor === sensor.id && l.lane === lane);
        return own && own.low !== null && own.high !== null
          ? { rest: own.rest, low: own.low, high: own.high }
          : undefined;
      };
      const next = retuned(sensor, seen);
      return { verdict: verdictOf(sensor, lanes), next, words: next && retuneWords(sensor, next) };
    });
    setRun({ is: 'seen', at: new Date().toISOString(), lanes, sensors });
  }, [instrument]);

  const running = run.is === 'still' || run.is === 'play' ? run.is : null;
  useEffect(() => {
    if (!running) return;
    const tick = () => {
      const { current } = live;
      for (const own of current.extremes) own.read();
      const left = (running === 'still' ? STILL_S : PLAY_S) - (performance.now() - current.begunMs) / 1000;
      const leftS = Math.ceil(left);
      if (left > 0 && running === 'still') return setRun({ is: 'still', leftS });
      if (left > 0) return setRun({ is: 'play', leftS, played: playedOf(instrument, current.extremes) });
      if (running === 'play') return finish();
      current.begunMs = performance.now();
      const { rest } = session.live.getState();
      current.rests = session.traces.map((_, c) => rest[c] ?? null);
      current.extremes = session.traces.map((ring) => new Extremes(ring));
      setRun({ is: 'play', leftS: PLAY_S, played: [] });
    };
    const timer = setInterval(tick, EVERY_MS);
    return () => clearInterval(timer);
  }, [running, finish, session, instrument]);

  return useMemo(
    () => ({
      run,
      begin: () => {
        live.current = { begunMs: performance.now(), rests: [], extremes: [] };
        setRun({ is: 'still', leftS: STILL_S });
      },
      finish,
      leave: () => setRun({ is: 'off' }),
    }),
    [run, finish],
  );
}
