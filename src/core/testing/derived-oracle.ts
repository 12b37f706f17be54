import type { Frames } from '../signal/take';
import type { AxesCalibration } from '../ways/axes/calibration';
import { PHASES, type TurnsCalibration, type TurnsLane } from '../ways/turns/calibration';
import type { SpeedLane } from '../ways/speed/calibration';
import type { SurfaceCalibration } from '../ways/surface/calibration';
import { placeMap } from '../ways/place/map';

/**
 * What the maker's handbook (4.7, 4.8) says that encoders, wheels, tilts and surfaces tell, in floating point and without any of the
 * engine's integers. A function a sort; each gives what is told at every frame of a take.
 */

/** Frames after power-up in which contacts say what they are. */
const SETTLING = 5;

/** The edges that come before each frame or with it, in order. */
function edgesOfFrames({ tUs, edges }: Frames): { contact: number; closed: boolean; tUs: number }[][] {
  let next = 0;
  return Array.from(tUs, (t) => {
    const own = [];
    for (; next < edges!.tUs.length && edges!.tUs[next] <= t; next++)
      own.push({ tUs: edges!.tUs[next], contact: edges!.contact[next], closed: edges!.closed[next] === 1 });
    return own;
  });
}

/**
 * Steps of an encoder, by where it lies on an endless line of quarters: what counts is how many places of rest it has passed.
 * @param contacts places of its two contacts
 */
export function turnedTo(
  take: Frames,
  [first, second]: readonly [number, number],
  { rests, leads, stepMs }: TurnsLane,
  { steps, ends, accelerates }: Pick<TurnsCalibration, 'steps' | 'ends' | 'accelerates'>,
): number[] {
  const restsAt = (quarter: number) => rests.includes(PHASES[((quarter % 4) + 4) % 4]);
  /** Places of rest up to and with a quarter, from a far one on. */
  const FAR = -100_000;
  const passed = (quarter: number): number => {
    const cycles = Math.floor((quarter - FAR) / 4);
    const left = Array.from({ length: quarter - FAR - 4 * cycles }, (_, i) => FAR + 4 * cycles + 1 + i);
    return cycles * rests.length + left.filter(restsAt).length;
  };
  const closed = { [first]: false, [second]: false };
  const phase = () => [closed[first], closed[second]].join();
  const ORDER = ['false,false', 'true,false', 'true,true', 'false,true'];
  let quarter = 0;
  let last = 0;
  let value = 0;
  let rested = false;
  let before = { way: 0, tUs: 0 };
  /** Two, four, eight within a half, a quarter, an eighth of its own time from step to step; by a clock of 16 µs. */
  const quickly = (fromUs: number, toUs: number): number => {
    const ticks = Math.floor(toUs / 16) - Math.floor(fromUs / 16);
    const most = [8, 4, 2].find((by) => by <= accelerates && ticks < Math.floor((1000 * stepMs) / by / 16));
    return most ?? 1;
  };
  return edgesOfFrames(take).map((edges, frame) => {
    for (const edge of edges) {
      if (!(edge.contact in closed)) continue;
      const was = ORDER.indexOf(phase());
      closed[edge.contact] = edge.closed;
      const turn = (ORDER.indexOf(phase()) - was + 4) % 4;
      quarter += turn === 3 ? -1 : turn;
      if (!rested) last = quarter;
      else if (restsAt(quarter)) {
        const way = Math.sign(passed(quarter) - passed(last)) * (leads === 'first' ? 1 : -1);
        last = quarter;
        if (way === 0) continue;
        const by = way * Math.min(steps, way === before.way ? quickly(before.tUs, edge.tUs) : 1);
        before = { way, tUs: edge.tUs };
        value =
          ends === 'wrap' ? (value + by + steps + 1) % (steps + 1) : Math.min(steps, Math.max(0, value + by));
      }
    }
    // The first rest, once contacts have said what they are, is where counting begins.
    if (!rested && frame + 1 >= SETTLING && restsAt(quarter)) rested = true;
    if (!rested) last = quarter;
    return value;
  });
}

/**
 * Pulses a second of a wheel: one over the smoothed period, and over the time since the last pulse where that is longer; 0 before its second
 * pulse and once it stands. Contacts do not bounce here.
 */
export function pulsesASecond(take: Frames, { stopMs, smoothing }: SpeedLane): number[] {
  let last: number | null = null;
  let period: number | null = null;
  return edgesOfFrames(take).map((edges, frame) => {
    const t = take.tUs[frame];
    for (const edge of edges) {
      if (!edge.closed) continue;
      if (last !== null)
        period = period === null ? edge.tUs - last : period + (edge.tUs - last - period) / 2 ** smoothing;
      last = edge.tUs;
    }
    if (last !== null && t - last >= 1000 * stopMs) [last, period] = [null, null];
    if (last === null || period === null) return 0;
    period = Math.max(period, t - last);
    return 1e6 / period;
  });
}

/** Roll and pitch from how it is held, degrees; and how far off one g it is. (roll = atan2(ay, az), pitch = atan2(−ax, √(ay² + az²))) */
export function tiltedTo(counts: readonly number[], { lanes, roll, pitch }: AxesCalibration) {
  const [x, y, z] = lanes.map(({ offset, gain }, axis) => (counts[axis] - offset) / gain);
  const degrees = (radians: number) => (radians * 180) / Math.PI;
  const from = (rest: number, angle: number) => ((angle - rest + 540) % 360) - 180;
  return {
    roll: from(roll.rest, degrees(Math.atan2(y, z))),
    pitch: from(pitch.rest, degrees(Math.atan2(-x, Math.hypot(y, z)))),
    off: Math.hypot(x, y, z) - 1,
    across: Math.hypot(y, z),
  };
}

/** Where a surface is touched, shares, and whether that is believed: each place a frame late, the last one held. @param counts of x, y and press, frame by frame */
export function touchedAt(
  counts: readonly (readonly number[])[],
  { polarity, press, lanes, settle }: SurfaceCalibration,
) {
  const maps = lanes.map(({ map }) => placeMap(map));
  let since = -1;
  let held = [0, 0];
  return counts.map(([, , pressed], frame) => {
    const hard = (polarity === 'falling' ? -1 : 1) * (pressed - Math.round(press.rest));
    since = hard < (since < 0 ? press.on : press.off) ? -1 : since + 1;
    const touched = since >= settle;
    if (touched) held = maps.map((at, axis) => at(counts[frame - 1][axis]));
    return { touched, at: held };
  });
}
