import { transfer } from 'comlink';
import { calibrateLevel } from '@/core/calibrate/level';
import type { LevelJob, LevelReport } from '@/core/calibrate/level-types';
import { render, type Rendered } from '@/core/prove/render';
import { readTakeCsv, type ReadTake } from '@/core/exchange/take-csv';
import type { Instrument, Response, Sensor } from '@/core/instrument/document';
import type { Result } from '@/core/result';
import { flickerPerMinute, landingOf, type Landing } from '@/core/prove/landing';
import type { Frames, Take } from '@/core/signal/take';

/** What the analysis worker computes; everything is copied across. */
export const analysis = {
  calibrate: (job: LevelJob, progress: (share: number) => void): Result<LevelReport> =>
    calibrateLevel(job, progress),

  /** The same takes through several responses, and the flicker of the instrument's own voices at rest. */
  use(
    instrument: Instrument,
    sensor: Sensor,
    responses: Response[],
    takes: Take[],
  ): { uses: Landing[]; flicker: number | null } {
    const rest = takes.find((t) => t.role === 'rest');
    const played = takes.filter((t) => t.role !== 'rest');
    const uses = responses.map((response) => landingOf(instrument, sensor, response, played));
    return { uses, flicker: rest ? flickerPerMinute(instrument, rest) : null };
  },

  /** Reads a take from a file. */
  readTake: async (
    file: Blob,
    rateHz: number,
    unnamed: string[],
    progress: (share: number) => void,
  ): Promise<Result<ReadTake>> => {
    const read = readTakeCsv(await file.text(), rateHz, unnamed, progress);
    return read.ok ? transfer(read, [read.value.frames.tUs.buffer, read.value.frames.counts.buffer]) : read;
  },

  render: (instrument: Instrument, frames: Frames): Rendered => render(instrument, frames),
};

export type Analysis = typeof analysis;
