import type { SensorJob } from '../../calibrate/report';
import { DEPTH_STAGE } from '../../engine/codes';
import { Parts } from '../../engine/image/parts';
import { playFrame } from '../../engine/play';
import { startEngine } from '../../engine/start';
import type { Take } from '../../signal/take';
import type { DepthCalibration } from './calibration';
import { compileDepths } from './image';
import { passedUs } from './key-strokes';
import type { PlayedKey } from './played-key';

/** A note of the engine's, or one that it should have played, and of which key. */
export interface Begun {
  take: string;
  key: number;
  tUs: number;
}

/** What the engine plays of takes that were played. */
export interface Replayed {
  /** Notes that no stroke past the strike depth is behind. */
  extras: Begun[];
  /** Strokes past the strike depth without a note. */
  missed: Begun[];
  /** Notes that sound although their key is up where a take ends. */
  hanging: Begun[];
}

/** A note belongs to a stroke that passed the strike depth so near to it, µs. */
const NEAR_US = 15_000;

/** Plays takes by the engine, and finds the stroke behind each note. @param keys of `calibration.lanes`, in order */
export function replayed(
  job: SensorJob,
  calibration: DepthCalibration,
  keys: readonly PlayedKey[],
): Replayed {
  const all: Replayed = { extras: [], missed: [], hanging: [] };
  for (const take of job.takes.filter(({ role, tUs }) => role !== 'rest' && tUs.length > 0)) {
    const { begun, hanging } = playedBy(job, calibration, take, keys);
    all.hanging.push(...hanging);
    keys.forEach((own, key) => {
      const here = own.takes.find((t) => t.take === take.id);
      const left = begun.filter((b) => b.key === key);
      for (const stroke of here?.strokes ?? []) {
        const tUs = passedUs(here!, stroke, calibration.strike);
        if (tUs === null) continue;
        const at = left.findIndex((b) => Math.abs(b.tUs - tUs) <= NEAR_US);
        if (at >= 0) left.splice(at, 1);
        else all.missed.push({ take: take.id, key, tUs });
      }
      all.extras.push(...left);
    });
  }
  return all;
}

function playedBy(job: SensorJob, calibration: DepthCalibration, take: Take, keys: readonly PlayedKey[]) {
  const parts = new Parts({ table_bits: 6, byte_us: 1 });
  const sensor = { ...job.sensor, lanes: [...job.sensor.lanes], board: '', responses: [] };
  const made = compileDepths(parts, sensor, calibration, { columns: take.channels, contacts: [] });
  if (!made) return { begun: [], hanging: [] };
  // A take may have some of the keys only.
  const keyOf = made.lanes.map((place) => keys.findIndex(({ lane }) => lane.id === sensor.lanes[place].id));
  const e = startEngine(parts.image);
  const begun: Begun[] = [];
  const width = take.channels.length;
  const struck = new Uint8Array(keyOf.length);
  for (let i = 0; i < take.tUs.length; i++) {
    playFrame(e, take.tUs[i], take.counts, i * width);
    const { depths } = e.state;
    for (let key = 0; key < depths.length; key++) {
      const now = depths[key].stage === DEPTH_STAGE.struck ? 1 : 0;
      if (now > struck[key]) begun.push({ take: take.id, key: keyOf[key], tUs: take.tUs[i] });
      struck[key] = now;
    }
  }
  const lastUs = take.tUs[take.tUs.length - 1];
  const hanging = e.state.depths.flatMap(({ sounding, before }, key) =>
    sounding !== 0 && before === 0 ? [{ take: take.id, key: keyOf[key], tUs: lastUs }] : [],
  );
  return { begun, hanging };
}
