import type { BankReport, SensorJob } from '../../calibrate/report';
import type { Picture } from '../../calibrate/picture';
import { ok, refuse, type Result } from '../../result';
import { median, quantile } from '../../signal/quantile';
import { restStatistics } from '../../signal/rest';
import { columnOf, type Take } from '../../signal/take';
import { timingOf } from '../../signal/timing';
import { round } from '../../units/round';
import { placeMap } from '../place/map';
import { touchedNoise } from '../place/movement';
import { pointsOf } from '../place/points';
import { touchedFrom } from '../place/touched';
import type { SurfaceAxis, SurfaceCalibration, SurfacePress } from './calibration';
import { surfaceFindings } from './findings';
import { reachedOf, type Reached } from './reached';
import { GUIDED_SPOTS, type Spot } from './spots';
import { spotTouches, type SpotTouch, type SurfaceTake } from './touched-spots';

/** The comfortable hardest: p95 of loud presses, and this much room (maker's handbook 4.2). */
const LOUD = 0.95;
const HEADROOM = 1.05;
/** A place is there once it stays within so much of where the touch comes to, share of the length; frames looked at. (Common practice, no source.) */
const THERE = 0.02;
const MOST_SETTLE = 50;
const LEAST_FRAMES = 20;

interface Roled extends SurfaceTake {
  role: Take['role'];
  spots?: readonly Spot[];
}

/** Calibrates a surface from marked touches, and from soft and loud ones. */
export function calibrateSurface(job: SensorJob): Result<BankReport> {
  const names = job.sensor.lanes.map(({ column }) => column ?? '');
  const takes = job.takes
    .filter((t) => names.every((name) => t.channels.includes(name)))
    .map((t): Roled => ({
      ...{ id: t.id, role: t.role, tUs: t.tUs, spots: t.spots },
      columns: names.map((name) => columnOf(t, name)),
    }));
  const rest = takes.find(({ role }) => role === 'rest');
  if (!rest || rest.tUs.length < LEAST_FRAMES)
    return refuse({
      path: 'takes',
      says: 'a rest take with all three columns is required: leave it alone for some seconds',
    });
  const at = takes.findIndex(({ role }) => role === 'places');
  if (at < 0)
    return refuse({
      path: 'takes',
      says: 'a places take is required: touch it at its spots, one after another',
    });
  const pressed = pressOf(rest, takes);
  const touchesIn = (role: Take['role']) =>
    takes.filter((t) => t.role === role).flatMap((t) => spotTouches(t, pressed.by(t), pressed.on));
  const [touches, soft, loud] = [touchesIn('places'), touchesIn('soft'), touchesIn('loud')];
  const spots = takes[at].spots ?? GUIDED_SPOTS.map((spot) => spot.at);
  const axes = axesOf(job, takes[at], `takes.${at}`, touches, spots);
  if (!axes.ok) return axes;
  const slide = takes.find(({ role }) => role === 'slide');
  const slides = slide ? spotTouches(slide, pressed.by(slide), pressed.on) : [];
  const reached = axes.value.map((own, axis) =>
    slide ? reachedOf(slide, slides, own, axis as 0 | 1) : null,
  );
  const calibration: SurfaceCalibration = {
    is: 'surface',
    polarity: pressed.polarity,
    settle: settleOf(takes[at], touches, axes.value),
    lanes: axes.value.map((own, axis) => ({ ...own, ...rounded(reached[axis]) })),
    press: pressRecord(job.sensor.lanes[2].id, pressed, touches, soft, loud),
    takes: job.takes.map((t) => t.id),
    method:
      'Maps: monotone cubic through the medians of marked touches (PCHIP), an axis each. Touched: 8 σ of the press from rest. Hardest: p95 of loud presses, and 5 %. Edges: where a finger got to as it slid along them.',
  };
  return ok({
    is: 'bank',
    calibration,
    readings: {
      lanes: [
        ...axes.value.map((own, axis) => ({
          ...{ lane: own.lane, gestures: touches.length },
          numbers: { ...axisNumbers(own, spots, touches, axis), ...edgeNumbers(reached[axis]) },
        })),
        { lane: calibration.press.lane, gestures: soft.length + loud.length, numbers: {} },
      ],
      numbers: { settle: calibration.settle },
    },
    findings: surfaceFindings(job, {
      ...{ calibration, touches, spots },
      slid: slide ? { id: slide.id, reached } : null,
      ...{ soft: soft.length, loud: loud.length },
    }),
    mark: null,
    pictures: [fieldOf(axes.value, touches, spots, reached)],
  });
}

/** Both maps through the touches, refused where a touch is missing or lies in another order. @param path of the take */
function axesOf(
  job: SensorJob,
  take: SurfaceTake,
  path: string,
  touches: readonly SpotTouch[],
  spots: readonly Spot[],
): Result<SurfaceAxis[]> {
  const axes: SurfaceAxis[] = [];
  for (const axis of [0, 1] as const) {
    const own = touches.map((touch) => (axis === 0 ? touch.x : touch.y));
    const places = spots.map((spot) => spot[axis]);
    const map = pointsOf(own, places, 0, path, 0);
    if (!map.ok) return map;
    const played = [{ take: take.id, tUs: take.tUs, counts: take.columns[axis] }];
    const noise = touchedNoise(played, own);
    axes.push({ lane: job.sensor.lanes[axis].id, touchedNoise: round(noise, 3), map: map.value });
  }
  return ok(axes);
}

/** How hard it is pressed in a frame of a take, and which way that is; found from where presses go furthest. */
function pressOf(rest: SurfaceTake, takes: readonly SurfaceTake[]) {
  const own = rest.columns[2];
  const statistics = restStatistics(own, timingOf(rest.tUs)?.rateHz ?? 1000);
  const furthest = (p: number) =>
    Math.abs(median(takes.filter((t) => t !== rest).map((t) => quantile(t.columns[2], p))) - statistics.rest);
  const polarity: SurfaceCalibration['polarity'] = furthest(0.98) >= furthest(0.02) ? 'rising' : 'falling';
  const sign = polarity === 'rising' ? 1 : -1;
  const { rest: level, noise } = statistics;
  const by = (t: SurfaceTake) => (frame: number) => sign * (t.columns[2][frame] - level);
  return { rest: level, noise, ...touchedFrom(statistics), polarity, by };
}

function pressRecord(
  lane: string,
  { rest, noise, on, off }: ReturnType<typeof pressOf>,
  marked: readonly SpotTouch[],
  soft: readonly SpotTouch[],
  loud: readonly SpotTouch[],
): SurfacePress {
  const hardest = (loud.length > 0 ? loud : [...marked, ...soft]).map((touch) => touch.hardest);
  const reach = Math.max(on + 1, Math.round(HEADROOM * quantile(hardest, LOUD)));
  return { lane, rest: round(rest, 2), noise: round(noise, 3), on, off, reach };
}

/** Frames from a touch until both axes are where it comes to, the slowest of the touches. */
function settleOf(
  { columns }: SurfaceTake,
  touches: readonly SpotTouch[],
  axes: readonly SurfaceAxis[],
): number {
  const frames = touches.map((touch) => {
    const slowest = axes.map(({ map }, axis) => {
      const at = placeMap(map);
      const own = axis === 0 ? touch.x : touch.y;
      const there = (i: number) => Math.abs(at(columns[axis][i]) - at(own.level)) <= THERE;
      const first = Array.from({ length: MOST_SETTLE }, (_, i) => own.from + i).filter((i) => i <= own.to);
      return first.filter((i) => !there(i)).length;
    });
    return Math.max(...slowest);
  });
  return Math.min(MOST_SETTLE, Math.max(...frames) + 2);
}

const rounded = (own: Reached | null) => own && { low: round(own.low, 4), high: round(own.high, 4) };

/** How far from both ends it is let go, %. */
const edgeNumbers = (own: Reached | null): Record<string, number> =>
  own ? { 'edges, %': round(100 * Math.max(own.low, 1 - own.high), 1) } : {};

function axisNumbers(
  { map, touchedNoise }: SurfaceAxis,
  spots: readonly Spot[],
  touches: readonly SpotTouch[],
  axis: number,
) {
  const at = placeMap(map);
  const off = touches.map((touch, i) =>
    Math.abs(at((axis === 0 ? touch.x : touch.y).level) - spots[i][axis]),
  );
  return {
    lowest: Math.round(map[0].count),
    highest: Math.round(map[map.length - 1].count),
    noise: round(touchedNoise, 1),
    'off spots, %': round(100 * Math.max(...off), 1),
  };
}

/** Where each touch lies by the maps, against the spot that was asked for. */
function fieldOf(
  axes: readonly SurfaceAxis[],
  touches: readonly SpotTouch[],
  spots: readonly Spot[],
  [across, along]: readonly (Reached | null)[],
): Picture {
  const [x, y] = axes.map(({ map }) => placeMap(map));
  const percent = (place: number) => round(100 * place, 1);
  return {
    lane: axes.map(({ lane }) => lane).join(', '),
    title: 'Where your touches lie, by the maps',
    x: { label: 'across', unit: '%' },
    y: { label: 'along', unit: '%' },
    lines: [
      {
        name: 'your touches',
        dots: true,
        points: touches.map((touch) => [percent(x(touch.x.level)), percent(y(touch.y.level))]),
      },
      {
        name: 'asked for',
        dots: true,
        points: spots.map((spot) => [percent(spot[0]), percent(spot[1])]),
      },
      ...(across && along
        ? [
            {
              name: 'its ends',
              points: [
                [across.low, along.low],
                [across.high, along.low],
                [across.high, along.high],
                [across.low, along.high],
                [across.low, along.low],
              ].map(([x, y]): [number, number] => [percent(x), percent(y)]),
            },
          ]
        : []),
    ],
    marks: [],
  };
}
