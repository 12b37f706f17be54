import { laneFrames } from '../../calibrate/lane-frames';
import { LaneGuide } from '../../guide/lane-guide';
import type { Calibration } from '../../instrument/calibration';
import { LanePlayer } from '../../kinds/lane-player';
import { clamped, NO_EDGES } from '../../kinds/simulation';
import type { Workings } from '../../kinds/workings';
import { ok } from '../../result';
import { quantile } from '../../signal/quantile';
import { random } from '../../signal/random';
import { TouchDetector } from '../../ways/touch/detector';
import type { FlapCalibration } from './calibration';

/** How flaps are guided, calibrated and simulated: shut at a tenth of full scale, open at a half. */
export const flapsWorkings: Workings = {
  guide: (steps, lanes, rateHz) => {
    const detectors = Array.from({ length: lanes }, () => new TouchDetector(() => []));
    return new LaneGuide(steps, lanes, rateHz, detectors);
  },
  calibrate: (job) => {
    const read = laneFrames(job);
    if (!read.ok) return read;
    const lanes = read.value.map(({ lane, rest, played }) => {
      const most = Math.max(...played.map(({ counts }) => quantile(counts, 0.999)));
      return { lane: lane.id, shut: rest.rest, open: Math.round((most - rest.rest) / 2) };
    });
    const calibration: FlapCalibration = { is: 'flap', lanes, takes: job.takes.map((t) => t.id), method: '' };
    const readings = { lanes: [], numbers: {} };
    // A way of the tests is no member of the product's union.
    return ok({
      is: 'bank',
      calibration: calibration as unknown as Calibration,
      readings,
      findings: [],
      mark: null,
    });
  },
  simulate: (sensor, board, seed) => {
    const { bits } = board;
    const r = random(seed);
    const dynamics = { medium: { strength: 1, spread: 0 } };
    const player = new LanePlayer(
      seed + 1,
      sensor.lanes.length,
      dynamics,
      [180_000, 320_000],
      [140_000, 260_000],
    );
    const hands = sensor.lanes.map(() => 0);
    let gesture: ReturnType<LanePlayer['begins']> = null;
    return {
      edges: NO_EDGES,
      ask: (role, nowUs) => player.ask(role, nowUs),
      hand: (lane, strength) => void (hands[lane] = strength === null ? 0 : 1),
      frame: (tUs, counts, at) => {
        gesture = player.begins(tUs) ?? gesture;
        sensor.lanes.forEach((_, i) => {
          const lifted = gesture?.lane === i && tUs < gesture.startUs + gesture.holdUs ? 1 : hands[i];
          counts[at + i] = clamped(2 ** bits * (0.1 + 0.4 * lifted) + 2 * r.gauss(), bits);
        });
      },
    };
  },
};
