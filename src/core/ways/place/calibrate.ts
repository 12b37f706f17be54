import { laneFrames, type LaneFrames } from '../../calibrate/lane-frames';
import type { BankReport, SensorJob } from '../../calibrate/report';
import { ok, refuse, type Fault, type Result } from '../../result';
import { round } from '../../units/round';
import type { PlaceCalibration, PlaceLane } from './calibration';
import { placeFindings } from './findings';
import { dropOf, settleOf, touchedNoise } from './movement';
import { pointsOf } from './points';
import { pictureOf, readingOf } from './reading';
import type { PlacedLane, PlaceModel } from './placed-lane';
import { residualsOf } from './residuals';
import { GUIDED_PLACES } from './steps';
import { touchedFrom } from './touched';
import { placedTouches } from './touches';

/** Calibrates what is touched somewhere, from marked touches, slides and lifts. @param model what its sheet says it should read */
export function calibratePlace(job: SensorJob, model: PlaceModel): Result<BankReport> {
  const read = laneFrames(job);
  if (!read.ok) return read;
  const faults: Fault[] = [];
  const lanes = read.value.flatMap((frames) => {
    const lane = placedLane(job, frames);
    if (lane.ok) return [lane.value];
    faults.push(...lane.faults);
    return [];
  });
  // One that fails is not left out without a word.
  if (faults.length > 0) return { ok: false, faults };
  const calibration: PlaceCalibration = {
    is: 'place',
    spacing: 'equal',
    lanes: lanes.map((l) => l.record),
    takes: job.takes.map((t) => t.id),
    method:
      'Map: monotone cubic through the medians of marked touches (PCHIP), straight on at the ends. Touched: 8 σ from rest, and half as much again as it ever goes there. Lift and landing: faster than twice the fastest slide.',
  };
  return ok({
    is: 'bank',
    calibration,
    readings: { lanes: lanes.map((l) => readingOf(l, model, job.board.bits)), numbers: {} },
    findings: placeFindings(job, lanes, model),
    mark: null,
    pictures: lanes.map((l) => pictureOf(l, model, job.board.bits)),
  });
}

function placedLane(job: SensorJob, frames: LaneFrames): Result<PlacedLane> {
  const { rest, noise } = frames.rest;
  const { on, off } = touchedFrom(frames.rest);
  const at = job.takes.findIndex((t) => t.role === 'places');
  const take = job.takes[at];
  if (!take)
    return refuse({
      path: 'takes',
      says: 'a places take is required: touch it at its marks, one after another',
    });
  const touchesIn = (role: string) =>
    frames.played
      .filter((t) => t.role === role)
      .flatMap((t) => placedTouches({ id: t.take, tUs: t.tUs, counts: t.counts }, rest, on));
  const touches = touchesIn('places');
  const marked = pointsOf(touches, take.places ?? GUIDED_PLACES, rest, `takes.${at}`, on);
  if (!marked.ok) return marked;
  const map = marked.value;
  const drop = dropOf(frames, touchesIn('slide'), map);
  const record: PlaceLane = {
    lane: frames.lane.id,
    rest: round(rest, 2),
    noise: round(noise, 3),
    ...{ on, off, touchedNoise: round(touchedNoise(frames.played, touches), 3) },
    drop,
    settle: settleOf(frames, [...touches, ...touchesIn('lift')], map, drop, { rest, off }),
    map,
  };
  return ok({ frames, record, touches, residuals: residualsOf(map), lifts: touchesIn('lift') });
}
