import type { SensorJob } from '../../calibrate/report';
import { PAIR_STAGE } from '../../engine/codes';
import { Parts } from '../../engine/image/parts';
import { playEdge, playFrame } from '../../engine/play';
import { startEngine } from '../../engine/start';
import type { Engine } from '../../engine/engine';
import type { Take } from '../../signal/take';
import type { PairCalibration } from './calibration';
import { compilePairs } from './image';
import type { PlayedKey } from './played-key';

/** A note of the engine's. */
interface Begun {
  take: string;
  lane: number;
  tUs: number;
}

/** What the engine plays of takes that were struck. */
export interface Replayed {
  /** Notes that no stroke is behind. */
  extras: Begun[];
  /** Strokes without a note. */
  missed: Begun[];
}

/** A note belongs to a stroke whose second contact left so near to it, µs. */
const NEAR_US = 70_000;
/** A frame plays so often while a key waits for its debounce, and else, µs. */
const FRAME_US = 1_000;
const IDLE_US = 100_000;

/** Plays takes by the engine, and finds the stroke behind each note. */
export function replayed(job: SensorJob, calibration: PairCalibration, keys: readonly PlayedKey[]): Replayed {
  const all: Replayed = { extras: [], missed: [] };
  for (const take of job.takes.filter(({ edges }) => edges && edges.tUs.length > 0)) {
    const begun = beginsOf(job, calibration, take);
    keys.forEach(({ strokes }, lane) => {
      const left = begun.filter((b) => b.lane === lane);
      for (const { tUs, us } of strokes.filter((s) => s.take === take.id)) {
        const at = left.findIndex((b) => Math.abs(b.tUs - tUs - us) <= NEAR_US);
        if (at >= 0) left.splice(at, 1);
        else all.missed.push({ take: take.id, lane, tUs });
      }
      all.extras.push(...left);
    });
  }
  return all;
}

/** When the engine begins notes in a take. */
function beginsOf(job: SensorJob, calibration: PairCalibration, take: Take): Begun[] {
  const { tUs, contact, closed, contacts } = take.edges!;
  const sensor = { ...job.sensor, lanes: [...job.sensor.lanes], board: '', responses: [] };
  const parts = new Parts({ table_bits: 4, byte_us: 1 });
  const own = sensor.lanes.flatMap((l) => l.contacts ?? []);
  if (!compilePairs(parts, sensor, calibration, { columns: [], contacts: own })) return [];
  const e = startEngine(parts.image);
  const begun: Begun[] = [];
  let lastUs = (tUs[0] ?? 0) - 10 * FRAME_US;
  const frame = (at: number) => {
    const delayed = delayedOf(e);
    playFrame(e, at, [], 0);
    for (const lane of delayed)
      if (stageOf(e, lane) === PAIR_STAGE.sounding) begun.push({ take: take.id, lane, tUs: at });
    lastUs = at;
  };
  const framesUntil = (until: number) => {
    for (;;) {
      const at = lastUs + (e.state.engine.discard > 0 || waits(e) ? FRAME_US : IDLE_US);
      if (at >= until) return;
      frame(at);
    }
  };
  for (let i = 0; i < tUs.length; i++) {
    const place = own.indexOf(contacts[contact[i]]);
    if (place < 0) continue;
    framesUntil(tUs[i]);
    const before = stageOf(e, place >> 1);
    playEdge(e, tUs[i], place, closed[i] !== 0);
    lastUs = tUs[i];
    const key = e.state.pairs[place >> 1];
    const again = before === PAIR_STAGE.lifted && key.changed === e.t;
    if (key.stage === PAIR_STAGE.sounding && (again || !SOUNDS.includes(before)))
      begun.push({ take: take.id, lane: place >> 1, tUs: tUs[i] });
  }
  framesUntil((tUs.at(-1) ?? 0) + 2 * IDLE_US);
  return begun;
}

const SOUNDS: readonly number[] = [PAIR_STAGE.sounding, PAIR_STAGE.lifted, PAIR_STAGE.ending];
const stageOf = (e: Engine, lane: number): number => e.state.pairs[lane].stage;
const waits = (e: Engine): boolean => e.state.pair_banks[0].waiting > 0;

/** Keys whose stroke waits for a debounce. */
const delayedOf = (e: Engine): number[] =>
  waits(e) ? e.state.pairs.flatMap(({ stage }, lane) => (stage === PAIR_STAGE.delayed ? [lane] : [])) : [];
