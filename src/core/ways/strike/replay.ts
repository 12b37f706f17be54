import type { SensorJob } from '../../calibrate/report';
import { compileStrike } from './image';
import { Parts } from '../../engine/image/parts';
import { startEngine } from '../../engine/start';
import { STRIKE_STAGE } from '../../engine/codes';
import { playFrame } from '../../engine/play';
import type { StrikeCalibration } from './calibration';
import type { StruckLane } from './struck-lane';

/** A note of the engine's that no strike is behind. */
export interface Extra {
  take: string;
  /** Place of its lane among those that were struck. */
  lane: number;
  tUs: number;
}

/** What the engine plays of takes that were struck. */
export interface Replayed {
  extras: Extra[];
  /** Strikes without a note. */
  missed: number;
}

/** A note so long after a strike of another pad is its shock, of its own pad its ringing, µs. */
const SHOCK_US = 60_000;
const RINGING_US = 250_000;

/** What a note that no strike is behind comes from. */
export type ExtraCause = 'shock' | 'ringing' | 'other';

export function causeOf({ take, lane, tUs }: Extra, lanes: readonly StruckLane[]): ExtraCause {
  const follows = ({ strikes }: StruckLane, us: number) =>
    strikes.some((s) => s.take === take && tUs >= s.tUs && tUs < s.tUs + us);
  if (lanes.some((other, i) => i !== lane && follows(other, SHOCK_US))) return 'shock';
  return follows(lanes[lane], RINGING_US) ? 'ringing' : 'other';
}

/** A note belongs to a strike of its lane from this long before it on, and that long after its window, µs. */
const EARLY_US = 5_000;
const LATE_US = 25_000;

/** Plays takes by the engine, and finds the strike behind each note. */
export function replayed(
  job: SensorJob,
  calibration: StrikeCalibration,
  lanes: readonly StruckLane[],
): Replayed {
  const all: Replayed = { extras: [], missed: 0 };
  for (const take of job.takes.filter((t) => t.role !== 'rest')) {
    const begun = beginsOf(job, calibration, take, lanes);
    lanes.forEach(({ strikes }, lane) => {
      const left = begun[lane];
      for (const strike of strikes.filter((s) => s.take === take.id)) {
        const last = strike.tUs + LATE_US + 1000 * calibration.windowMs;
        const at = left.findIndex((tUs) => tUs >= strike.tUs - EARLY_US && tUs <= last);
        if (at >= 0) left.splice(at, 1);
        else all.missed++;
      }
      all.extras.push(...left.map((tUs) => ({ take: take.id, lane, tUs })));
    });
  }
  return all;
}

/** When the engine begins notes in a take, µs, a list a lane. */
function beginsOf(
  job: SensorJob,
  calibration: StrikeCalibration,
  take: SensorJob['takes'][0],
  lanes: readonly StruckLane[],
): number[][] {
  const parts = new Parts({ table_bits: 4, byte_us: 1 });
  const sensor = { ...job.sensor, lanes: [...job.sensor.lanes], board: '', responses: [] };
  const made = compileStrike(parts, sensor, calibration, { columns: take.channels, contacts: [] });
  // A take may have some of the lanes only.
  const laneOf = (made?.lanes ?? []).map((place) =>
    lanes.findIndex(({ record }) => record.lane === sensor.lanes[place].id),
  );
  const e = startEngine(parts.image);
  const begun = lanes.map((): number[] => []);
  const stages = laneOf.map<number>(() => STRIKE_STAGE.waiting);
  const width = take.channels.length;
  for (let i = 0; i < take.tUs.length; i++) {
    playFrame(e, take.tUs[i], take.counts, i * width);
    e.state.strikes.forEach(({ stage, sounding, began }, lane) => {
      const decided = stage === STRIKE_STAGE.masked && stages[lane] !== STRIKE_STAGE.masked;
      if (decided && sounding !== 0 && began === e.t) begun[laneOf[lane]].push(take.tUs[i]);
      stages[lane] = stage;
    });
  }
  return begun;
}
