import { transfer } from 'comlink';
import { lanesAlone } from '@/core/calibrate/lanes-alone';
import { compile } from '@/core/compile/compile';
import { digestOf } from '@/core/exchange/document/instrument-digest';
import { checkInstrument } from '@/core/exchange/document/instrument-json';
import type { Report, SensorJob } from '@/core/calibrate/report';
import { workingsOf } from '@/core/kinds/workings-registry';
import { render, type Rendered, type RenderMetrics } from '@/core/prove/render';
import { readTakeCsv, type ReadTake } from '@/core/exchange/takes/take-csv';
import type { Instrument } from '@/core/instrument/document';
import { LEAST_FRAMES, listenTo, type Listened } from '@/core/listen/listen';
import { recordingOf } from '@/core/listen/recording';
import { responseAt } from '@/core/instrument/access';
import type { Response } from '@/core/instrument/response';
import type { NoteVoice } from '@/core/instrument/voices';
import { fingerSpreadOf } from '@/core/prove/finger-spread';
import { compareSchools, type SchoolsCompared } from '@/core/prove/schools';
import type { Result } from '@/core/result';
import { filterPrices } from '@/core/prove/filter-prices';
import type { FilterPrice } from '@/core/prove/filters-to-try';
import { filterTrace, type FilterTrace } from '@/core/prove/filter-trace';
import { countTakes, type CountedTake, type PortLanes } from '@/core/prove/lane-counts';
import type { Held } from '@/core/prove/held-levels';
import { heldOf } from '@/core/prove/held-of';
import { landingOf, type Landing } from '@/core/prove/landing';
import { busiestSecond, flickerPerMinute } from '@/core/prove/sends';
import { compareCapture, type CaptureCompared } from '@/core/prove/capture';
import { causesOf } from '@/core/prove/causes/causes';
import { playBoards } from '@/core/prove/play-take';
import { prove, type Asked } from '@/core/prove/proved';
import { heardEvents } from '@/core/prove/sounded';
import { scoreOf, type TrialScore } from '@/core/prove/trials';
import { compareVersions } from '@/core/prove/versions';
import {
  proofPicture,
  versionsJson,
  type ProofPicture,
  type VersionsJson,
} from '@/core/exchange/proof/proof-json';
import type { MidiEvent } from '@/core/midi/event';
import type { Filter } from '@/core/shape/filters';
import type { Frames, Take } from '@/core/signal/take';

/** What the analysis worker computes; everything is copied across. */
export const analysis = {
  /** What the boards of instruments say that they play; none of one that cannot be compiled any more. */
  digests: (instruments: Instrument[]): string[][] => instruments.map(digestsOf),

  calibrate: (job: SensorJob, progress: (share: number) => void): Result<Report> =>
    workingsOf(job.sensor).calibrate({ ...job, takes: lanesAlone(job.sensor.lanes, job.takes) }, progress),

  /** Where a port's takes lie and land. @param port whose sensor answers as is shown @param other by which they land in place of that */
  land(port: PortLanes, takes: Take[], other: Response | null): Landing {
    const takesNow = countedNow(port, takes);
    if (other === null) return landingOf(takesNow, (lane) => responseAt(port.sensor, port.port, lane));
    const key = JSON.stringify([counted.key, other]);
    if (key !== landed.key) landed = { key, landing: landingOf(takesNow, () => other) };
    return landed.landing!;
  },

  /** What the voices of a port's sensor send in its takes. */
  sends({ instrument, sensor }: PortLanes, takes: Take[]): Sends {
    const rest = takes.find((t) => t.role === 'rest');
    return {
      flicker: rest ? flickerPerMinute(instrument, sensor, rest) : null,
      busiest: Math.max(0, ...playedOf(takes).map((take) => busiestSecond(instrument, sensor, take))),
    };
  },

  /** The last seconds as a hold of a port's lane. */
  held: (port: PortLanes, frames: Frames): Held | null => heldOf(port, frames),

  /** What filters cost and save on a port's takes. */
  filters: (
    port: PortLanes,
    filters: readonly Filter[],
    present: Filter | null,
    takes: Take[],
  ): { prices: FilterPrice[]; trace: FilterTrace | null } => ({
    prices: filterPrices(port, filters, takes),
    trace: filterTrace(port, present, takes),
  }),

  /** A take of a place through every school of pitch. */
  schools: (instrument: Instrument, voice: NoteVoice, take: Take): SchoolsCompared | null =>
    compareSchools(instrument, voice, take),

  /** How far apart fingers land, ms: the widest of what the takes tell; NaN where none does. */
  fingerSpread(instrument: Instrument, sensor: string, takes: Take[]): number {
    const told = takes
      .map((take) => fingerSpreadOf(instrument, sensor, take))
      .filter((ms) => !Number.isNaN(ms));
    return told.length > 0 ? Math.max(...told) : NaN;
  },

  /** Reads a take from a file. */
  readTake: async (
    file: Blob,
    rateHz: number,
    unnamed: string[],
    progress: (share: number) => void,
  ): Promise<Result<ReadTake>> => {
    const read = readTakeCsv(await file.text(), { rateHz, unnamed, progress });
    return read.ok ? transfer(read, [read.value.frames.tUs.buffer, read.value.frames.counts.buffer]) : read;
  },

  /** What the last seconds say of every lane. */
  listen: (instrument: Instrument, frames: Frames): Listened | null =>
    frames.tUs.length < LEAST_FRAMES ? null : listenTo(recordingOf(instrument, frames, 'live')),

  /** Bytes in the busiest second of each board's wire. */
  wires: (instrument: Instrument, frames: Frames): RenderMetrics['wires'] =>
    frames.tUs.length === 0 ? [] : render(instrument, frames).metrics.wires,

  render: (instrument: Instrument, frames: Frames): Rendered => render(instrument, frames),

  /** Lays down a take that is to be proved: it stays until another comes. */
  lay(key: string, take: Frames): void {
    laid = { key, take };
  },

  /** What the take that was laid down comes to; null where another lies there now. */
  prove(key: string, instrument: Instrument, asked: AskedOf): ProofPicture | null {
    if (laid?.key !== key) return null;
    const { take } = laid;
    const proved = prove(instrument, { ...asked, take });
    return proofPicture(proved, causesOf(instrument, take, proved, key));
  },

  /** What a trial that was laid down came to; null where nothing was played. */
  score: (key: string, instrument: Instrument, asked: AskedOf, trial: string): TrialScore | null =>
    laid?.key === key ? scoreOf({ id: trial }, prove(instrument, { ...asked, take: laid.take })) : null,

  /** Two states of the instrument on it. */
  versus: (key: string, before: Instrument, now: Instrument, asked: AskedOf): VersionsJson | null =>
    laid?.key === key ? versionsJson(compareVersions(before, now, { ...asked, take: laid.take })) : null,

  /** What came from the board, laid over what the bench plays of it; null where they are of different tunes. */
  capture: (key: string, instrument: Instrument, events: MidiEvent[]): CaptureCompared | null =>
    laid?.key === key ? compareCapture(heardEvents(playBoards(instrument, laid.take)!), events) : null,
};

/** What is asked of a take that lies there. */
export type AskedOf = Omit<Asked, 'take'>;

let laid: { key: string; take: Frames } | null = null;

/** What is sent in takes. */
export interface Sends {
  /** Messages a minute at rest; null without a take at rest. */
  flicker: number | null;
  /** Most messages within a second. */
  busiest: number;
}

const playedOf = (takes: readonly Take[]): Take[] => takes.filter((t) => t.role !== 'rest');

/** What was counted last: while a curve is dragged it stays the same. */
let counted: { key: string; takes: CountedTake[] } = { key: '', takes: [] };

/** How they landed last by another response, which stays while the first is dragged. */
let landed: { key: string; landing: Landing | null } = { key: '', landing: null };

function countedNow(port: PortLanes, takes: readonly Take[]): CountedTake[] {
  const { calibration, lanes } = port.sensor;
  const key = JSON.stringify([calibration, lanes, port.port, port.lanes, takes.map(({ id }) => id)]);
  if (key !== counted.key) counted = { key, takes: countTakes(port, playedOf(takes)) };
  return counted.takes;
}

export type Analysis = typeof analysis;

function digestsOf(document: Instrument): string[] {
  const read = checkInstrument(document);
  if (!read.ok) return [];
  return read.value.boards.map((board) => digestOf(read.value, board, compile(read.value, board)));
}
