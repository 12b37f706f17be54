import type { StruckLane } from './struck-lane';
import { laneFrames, type LaneFrames } from '../../calibrate/lane-frames';
import { strokesOf } from '../../calibrate/dynamics';
import { bankMark } from '../../calibrate/mark';
import type { BankReport, LaneReading, SensorJob } from '../../calibrate/report';
import type { StrikeCalibration, StrikeLane } from './calibration';
import { ok, refuse, type Result } from '../../result';
import { round } from '../../units/round';
import { edgeOf } from './edges';
import { evenPads, strengthOf, type Even } from './even-pads';
import { strikeFindings } from './findings';
import { causeOf, replayed, type Replayed } from './replay';
import { leastStrike, strikesOf, type Strike } from './strikes';
import { chooseWindow, windowed, windowPicture } from './window';

/** "On" lies at this share of the softest strike, further where noise asks for it, and never further than the last share. (Common practice, no source.) */
const SOFT_SHARE = 0.35;
const MOST_OF_SOFT = 0.8;
/**
 * What is taken for shock is this many times the most that was measured, up to a share that is no shock any more. Of n strikes the
 * next one shakes harder than all of them with probability 1/(n + 1), so that few of them ask for more: 1 + 2/n times as much,
 * 2.5 times in all for three, 1.6 for thirty. (Common practice, no source.)
 */
const SHOCK_MARGIN = 1.5;
const FEW_STRIKES = 2;
export const MOST_SHOCK = 0.5;
/** Masks and half-lives that are tried, ms, shortest first: the shortest pair that doubles no strike is taken. */
const MASKS_MS = [5, 10, 15, 20, 30, 40, 60, 80, 120];
const HALF_LIVES_MS = [4, 8, 15, 30, 60];
/** The mask is this many times what the takes needed, since they are few; so long at most, ms. (Common practice, no source.) */
const MASK_MARGIN = 2;
const MOST_MASK_MS = 120;
/** From note-on to note-off, ms. */
const LENGTH_MS = 100;

const shockWithMargin = ({ shock, shocks }: StruckLane): number =>
  shock * SHOCK_MARGIN * (1 + FEW_STRIKES / Math.max(1, shocks));

/** Calibrates strike pads: threshold and full of each lane; window, mask and retrigger level of all, by the engine itself. */
export function calibrateStrike(job: SensorJob): Result<BankReport> {
  const read = laneFrames(job);
  if (!read.ok) return read;
  const strikes = strikesOf(read.value);
  const struck = read.value.flatMap((frames, i): StruckLane[] =>
    strikes[i].length === 0 ? [] : [struckLane(frames, strikes[i], strikes)],
  );
  if (struck.length === 0)
    return refuse({
      path: 'takes',
      says: 'nothing was struck in these takes that stands clear of the noise; strike each pad in turn',
    });
  const lanes = evenPads(struck);
  const found = windowed(lanes);
  const windowMs = chooseWindow(found);
  const begun: StrikeCalibration = {
    is: 'strike',
    windowMs,
    maskMs: windowMs,
    halfLifeMs: HALF_LIVES_MS[0],
    lengthMs: LENGTH_MS,
    shockShare: round(Math.min(MOST_SHOCK, Math.max(...lanes.map(shockWithMargin))), 3),
    lanes: lanes.map((l) => l.record),
    takes: job.takes.map((t) => t.id),
    method:
      'On: a third of the softest strike, further where noise asks for it. Full: p95 of all pads’ loud strikes plus 5 %, times what each pad reads more or less than the others when it is struck alike, less what is chance in that. Shock: the most that a strike shook another pad, and half as much again, more where there were few. Window: the shortest that finds 95 % of the peaks. Mask and half-life: the shortest with which the engine plays each strike once, or as near to that as any does.',
  };
  const { calibration, played } = withMask(job, begun, lanes);
  const { missed } = played;
  const doubled = played.extras.length;
  const all = lanes.reduce((n, l) => n + l.strikes.length, 0);
  const apartSteps = Math.max(...lanes.map(({ even }) => Math.abs(even.apart)));
  const evenSure = Math.max(...lanes.map(({ even }) => even.sure));
  return ok({
    is: 'bank',
    calibration,
    readings: {
      lanes: lanes.map(readingOf),
      numbers: { windowMs, maskMs: calibration.maskMs, strikes: all, doubled, missed, apartSteps, evenSure },
    },
    findings: strikeFindings(job, read.value, lanes, played),
    strokes: strokesOf(
      lanes.flatMap((lane) =>
        lane.strikes.map((s) => ({ lane: lane.record.lane, role: s.role, strength: strengthOf(lane, s) })),
      ),
    ),
    pictures: [windowPicture(found, windowMs)],
    mark: bankMark(lanes.map((l) => ({ frames: l.frames, gestures: l.strikes.map((s) => asGesture(s, l)) }))),
  });
}

function struckLane(frames: LaneFrames, strikes: Strike[], all: readonly Strike[][]): StruckLane {
  const peaks = strikes.map((s) => s.peak);
  const softest = Math.min(...peaks);
  const wanted = Math.max(leastStrike(frames), SOFT_SHARE * softest);
  const on = Math.max(2, Math.floor(Math.min(MOST_OF_SOFT * softest, wanted)));
  const record: StrikeLane = {
    lane: frames.lane.id,
    rest: round(frames.rest.rest, 2),
    noise: round(frames.rest.noise, 3),
    on,
    // Made even with the other pads' (even-pads.ts).
    full: on + 1,
  };
  return { frames, strikes, record, ...shockOf(frames, strikes, all) };
}

/** A shock is over after so long; a strike rings for so long, µs. */
const SHOCK_US = 60_000;
const RINGING_US = 120_000;

/** Furthest that a lane goes when others are struck and it is not, as a share of their peaks. */
function shockOf(
  frames: LaneFrames,
  own: readonly Strike[],
  all: readonly Strike[][],
): Pick<StruckLane, 'shock' | 'shocks'> {
  const least = leastStrike(frames);
  const shocks = all
    .filter((strikes) => strikes !== own)
    .flat()
    .flatMap((s) => {
      const furthest = furthestDuring(frames, own, s);
      return furthest === null ? [] : [furthest < least ? 0 : furthest / s.peak];
    });
  return { shock: shocks.reduce((most, s) => Math.max(most, s), 0), shocks: shocks.length };
}

/** Furthest that a lane goes while another one's strike shakes it, counts; null where it rings itself. */
function furthestDuring({ played, rest }: LaneFrames, own: readonly Strike[], strike: Strike): number | null {
  const take = played.find((p) => p.take === strike.take);
  const rings = own.some(
    (o) => o.take === strike.take && o.tUs > strike.tUs - RINGING_US && o.tUs < strike.tUs + SHOCK_US,
  );
  if (!take || rings) return null;
  let furthest = 0;
  for (let i = 0; i < take.tUs.length; i++)
    if (take.tUs[i] >= strike.tUs && take.tUs[i] < strike.tUs + SHOCK_US)
      furthest = Math.max(furthest, Math.abs(take.counts[i] - rest.rest));
  return furthest;
}

/**
 * The shortest mask and half-life with which the engine plays each strike once. Where none does, the shortest that plays least
 * ringing and loses fewest strikes: what is no ringing lasts through any mask (maker's handbook 4.6), and a long one loses fast
 * rolls. It gets a margin, unless that loses strikes.
 */
function withMask(job: SensorJob, begun: StrikeCalibration, lanes: readonly StruckLane[]) {
  const play = (calibration: StrikeCalibration) => ({
    calibration,
    played: replayed(job, calibration, lanes),
  });
  const tried: ReturnType<typeof play>[] = [];
  for (const maskMs of MASKS_MS.filter((ms) => ms >= begun.windowMs))
    for (const halfLifeMs of HALF_LIVES_MS)
      if (tried.length === 0 || wrong(tried[tried.length - 1].played) > 0)
        tried.push(play({ ...begun, maskMs, halfLifeMs }));
  const last = tried[tried.length - 1] ?? play(begun);
  const ringing = ({ extras, missed }: Replayed) =>
    extras.filter((e) => causeOf(e, lanes) === 'ringing').length + missed;
  const best =
    wrong(last.played) === 0
      ? last
      : tried.reduce((a, b) => (ringing(b.played) < ringing(a.played) ? b : a), tried[0] ?? last);
  const maskMs = Math.min(MOST_MASK_MS, MASK_MARGIN * best.calibration.maskMs);
  const guarded = play({ ...best.calibration, maskMs });
  return wrong(guarded.played) <= wrong(best.played) ? guarded : best;
}

const wrong = ({ extras, missed }: Replayed): number => extras.length + missed;

/** A strike with as much of its ringing as a mark shows, µs. */
const MARK_US = 40_000;
const asGesture = ({ take, tUs, peakUs, peak }: Strike, { frames }: StruckLane) => ({
  take,
  fromUs: tUs,
  toUs: tUs + MARK_US,
  sign: 1 as const,
  peak: frames.rest.rest + peak,
  peakUs,
});

const readingOf = (lane: StruckLane & { even: Even }): LaneReading => {
  const { strikes, record, shock, frames, even } = lane;
  const edge = edgeOf(lane);
  return {
    lane: record.lane,
    gestures: strikes.length,
    numbers: {
      on: record.on,
      full: record.full,
      apartSteps: even.apart,
      apartSure: even.sure,
      ...(edge && { edgePercent: Math.round(100 * edge.share) }),
      softest: Math.round(Math.min(...strikes.map((s) => s.peak))),
      onSigmas: round(record.on / frames.rest.noise, 1),
      shockPercent: round(100 * shock, 1),
      shockUpToPercent: round(100 * Math.min(MOST_SHOCK, shockWithMargin(lane)), 1),
    },
  };
};
