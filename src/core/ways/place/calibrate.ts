import { laneFrames, type LaneFrames } from '../../calibrate/lane-frames';
import type { Picture } from '../../calibrate/picture';
import type { BankReport, LaneReading, SensorJob } from '../../calibrate/report';
import { ok, refuse, type Fault, type Result } from '../../result';
import { median, quantile } from '../../signal/quantile';
import { restStatistics } from '../../signal/rest';
import { timingOf } from '../../signal/timing';
import { round } from '../../units/round';
import type { PlaceCalibration, PlaceLane, PlacePoint } from './calibration';
import { placeFindings } from './findings';
import type { PlacedLane, PlaceModel } from './placed-lane';
import { residualsOf } from './residuals';
import { steepest } from './lane-level';
import { placeMap } from './map';
import { GUIDED_PLACES } from './steps';
import { placedTouches, type PlacedTouch } from './touches';

/** "On" and "off", in σ of the untouched level and counts. (Handbook 4.1; counts: common practice, no source.) */
const ON_SIGMAS = 8;
/** And over all that it does while untouched; "off" is half of "on". (Common practice, no source.) */
const OVER_EXCURSION = 1.5;
const LEAST_ON = 6;
/** A jump is told from a slide at so many times the fastest of slides; without slides a share of the length a frame. (Common practice, no source.) */
const OVER_SLIDES = 2;
const DEFAULT_DROP = 0.03;
const LEAST_DROP = 0.005;
/** Share of frames of a slide that may be faster: they land and lift. */
const FASTEST = 0.98;

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
  if (lanes.length === 0) return { ok: false, faults };
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
  const { rest, noise, excursion } = frames.rest;
  // An end of the converter, at which it may rest, cuts off half of its noise.
  const on = Math.ceil(Math.max(LEAST_ON, ON_SIGMAS * noise, OVER_EXCURSION * excursion));
  const off = Math.max(1, Math.min(on - 1, Math.ceil(on / 2)));
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
    ...{ on, off, touchedNoise: round(touchedNoise(frames, touches), 3) },
    drop,
    settle: settleOf(frames, [...touches, ...touchesIn('lift')], map, drop, { rest, off }),
    map,
  };
  return ok({ frames, record, touches, residuals: residualsOf(map), lifts: touchesIn('lift') });
}

/**
 * The touches as points of the map. A touch at a dead end may not be seen: of marks that begin or end at one, that one alone may be missing.
 * @param places shares of the length, in the order in which they were touched
 */
function pointsOf(
  touches: readonly PlacedTouch[],
  places: readonly number[],
  rest: number,
  path: string,
  on: number,
): Result<PlacePoint[]> {
  const again = 'Touch every mark again, and hold each for half a second';
  const dead = touches.length === places.length - 1 ? deadEnd(touches, places, rest, on) : -1;
  const seen = places.filter((_, i) => i !== dead);
  if (touches.length !== seen.length) {
    const where = touches.map((t) => (t.fromUs / 1e6).toFixed(1)).join(', ');
    return refuse({
      path,
      says: `${places.length} places were to be touched, ${touches.length} touches were found${where ? `, at ${where} s` : ''}. ${again}`,
    });
  }
  const points = seen
    .map((place, i) => ({ place, count: round(touches[i].level, 2), touch: touches[i] }))
    .sort((a, b) => a.place - b.place);
  const merged = mergedPlaces(points);
  const way = Math.sign(merged[merged.length - 1].count - merged[0].count);
  const wrong = merged.findIndex((p, i) => i > 0 && Math.sign(p.count - merged[i - 1].count) !== way);
  if (merged.length < 2 || way === 0 || wrong > 0) {
    const moment = ((merged[Math.max(1, wrong)] ?? merged[0]).touch.fromUs / 1e6).toFixed(1);
    return refuse({
      path,
      says: `the touch at ${moment} s does not lie between its neighbours: a mark was left out, touched in another order, or touched at two points. ${again}`,
    });
  }
  const map = merged.map(({ place, count }) => ({ place, count }));
  return ok(way > 0 ? map : map.reverse());
}

type Marked = PlacePoint & { touch: PlacedTouch };

/** Marks that were touched more than once are one point, at the median. */
function mergedPlaces(points: readonly Marked[]): Marked[] {
  const places = [...new Set(points.map((p) => p.place))];
  return places.map((place) => {
    const own = points.filter((p) => p.place === place);
    return { ...own[0], count: median(own.map((p) => p.count)) };
  });
}

/** Which of the marks lies at an end that reads as if it was not touched; −1 for none. */
function deadEnd(
  touches: readonly PlacedTouch[],
  places: readonly number[],
  rest: number,
  on: number,
): number {
  // The touches rise from rest: the first mark at the end where they would meet it.
  const ends = [0, places.length - 1].filter((i) => places[i] === 0 || places[i] === 1);
  for (const end of ends) {
    const others = places.filter((_, i) => i !== end);
    const near = others.map((p) => Math.abs(p - places[end]));
    const [nearest, furthest] = [near.indexOf(Math.min(...near)), near.indexOf(Math.max(...near))];
    const away = (i: number) => Math.abs(touches[i].level - rest);
    if (away(nearest) < away(furthest) && away(nearest) * (Math.min(...near) > 0 ? 1 : 0) >= on) return end;
  }
  return -1;
}

function touchedNoise({ played }: LaneFrames, touches: readonly PlacedTouch[]): number {
  const noises = touches.flatMap(({ take, from, to }) => {
    const own = played.find((t) => t.take === take)!;
    const margin = Math.floor((to - from) / 5);
    const inner = own.counts.subarray(from + margin, to - margin);
    return inner.length > 20 ? restStatistics(inner, timingOf(own.tUs)?.rateHz ?? 1000).noise : [];
  });
  return noises.length > 0 ? median(noises) : 1;
}

/** The furthest that a slide goes in a frame, and half as much again; share of the length. */
function dropOf({ played }: LaneFrames, slides: readonly PlacedTouch[], map: readonly PlacePoint[]): number {
  const at = placeMap(map);
  const steps = slides.flatMap(({ take, from, to }) => {
    const own = played.find((t) => t.take === take)!;
    return Array.from({ length: Math.max(0, to - from) }, (_, i) =>
      Math.abs(at(own.counts[from + i + 1]) - at(own.counts[from + i])),
    );
  });
  if (steps.length === 0) return DEFAULT_DROP;
  return round(Math.min(0.5, Math.max(LEAST_DROP, OVER_SLIDES * quantile(steps, FASTEST))), 4);
}

/** Frames before a touch is over that are looked at: a slow pull-down takes the reading away over some. */
const TAIL_FRAMES = 60;
const MOST_SETTLE = 50;

/**
 * Frames that agree while a reading falls away after a lift, a quarter more of them and two: so many must agree before a place is believed.
 * @param touches that end by a lift
 */
function settleOf(
  { played }: LaneFrames,
  touches: readonly PlacedTouch[],
  map: readonly PlacePoint[],
  drop: number,
  { rest, off }: { rest: number; off: number },
): number {
  const at = placeMap(map);
  let longest = 0;
  for (const { take, from, to, level } of touches) {
    const { counts } = played.find((t) => t.take === take)!;
    const held = at(level);
    let agreed = 0;
    let jumped = false;
    for (
      let i = Math.max(from + 1, to - TAIL_FRAMES);
      i <= Math.min(counts.length - 1, to + TAIL_FRAMES);
      i++
    ) {
      if (Math.abs(counts[i] - rest) < off) break;
      const [before, place] = [at(counts[i - 1]), at(counts[i])];
      jumped ||= Math.abs(place - held) > 2 * drop;
      agreed = Math.abs(place - before) > drop ? 0 : agreed + 1;
      if (jumped) longest = Math.max(longest, agreed);
      else agreed = 0;
    }
  }
  return Math.min(MOST_SETTLE, Math.ceil(1.25 * longest) + 2);
}

function readingOf(
  { record, touches, residuals, lifts }: PlacedLane,
  { reads, mm, octaves }: PlaceModel,
  bits: number,
): LaneReading {
  const worst = residuals.reduce((most, r) => Math.max(most, Math.abs(r)), 0);
  const cents = 1200 * octaves;
  const perCount = steepest(record);
  const off = record.map.map(({ count, place }) => Math.abs(count / (2 ** bits - 1) - reads(place)));
  return {
    lane: record.lane,
    gestures: touches.length + lifts.length,
    numbers: {
      on: record.on,
      'residual mm': round(worst * mm, 2),
      'residual cents': round(worst * cents, 1),
      'cents a count': round(perCount * cents, 2),
      'noise cents': round(perCount * record.touchedNoise * cents, 1),
      'from its sheet %': round(100 * Math.max(...off), 2),
    },
  };
}

/** The touches against the map, and what the sheet says. */
function pictureOf({ record }: PlacedLane, { reads, mm }: PlaceModel, bits: number): Picture {
  const { map, lane } = record;
  const at = placeMap(map);
  const [first, last] = [map[0].count, map[map.length - 1].count];
  const steps = Array.from({ length: 41 }, (_, i) => i / 40);
  return {
    lane,
    title: 'Where it is, by what it reads',
    x: { label: 'reading', unit: 'counts' },
    y: { label: 'place', unit: 'mm' },
    lines: [
      {
        name: 'your touches',
        dots: true,
        points: map.map(({ count, place }) => [count, round(place * mm, 1)]),
      },
      {
        name: 'map',
        points: steps.map((s) => {
          const count = first + s * (last - first);
          return [round(count, 1), round(at(count) * mm, 2)];
        }),
      },
      {
        name: 'by its sheet',
        predicted: true,
        points: steps
          .map((s): [number, number] => [round(reads(s) * (2 ** bits - 1), 1), round(s * mm, 1)])
          .sort((a, b) => a[0] - b[0]),
      },
    ],
    marks: [],
  };
}
