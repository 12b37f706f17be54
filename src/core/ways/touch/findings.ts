import type { LaneFrames } from '../../calibrate/lane-frames';
import type { SensorJob } from '../../calibrate/report';
import type { Finding } from '../../findings/finding';
import type { TouchedLane } from './touched-lane';

/** Touched over untouched, peak to peak, under which a pad is not to be trusted. (Maker's handbook 4.5: common practice.) */
const LEAST_RATIO = 5;
/** Crosstalk, as a share of a touch, from which a neighbour is nearly a touch. (Common practice, no source.) */
const MUCH_CROSSTALK = 0.4;

/**
 * What is wrong with pads: not touched, moved the other way, too little signal, neighbours.
 * @param moved those that moved either way
 */
export function touchFindings(
  job: SensorJob,
  all: readonly LaneFrames[],
  lanes: readonly TouchedLane[],
  moved: readonly { frames: LaneFrames }[],
): Finding[] {
  const again = { says: 'Touch every pad again', cost: 'half a minute', redo: 'medium' as const };
  const finding = (
    lane: string,
    code: string,
    severity: Finding['severity'],
    says: string,
    causes: string[],
  ): Finding => ({
    code,
    severity,
    sensor: job.sensor.id,
    lane,
    says,
    causes,
    cures: [again],
  });
  const silent = all
    .filter(({ lane }) => !lanes.some((l) => l.record.lane === lane.id))
    .map(({ lane }) =>
      moved.some(({ frames }) => frames.lane.id === lane.id)
        ? finding(
            lane.id,
            'other-way',
            'fault',
            `Pad ${lane.id} moves the other way than the rest when it is touched, so it stays silent.`,
            ['it is wired as another kind of pad', 'what moved it was no finger'],
          )
        : finding(
            lane.id,
            'lane-not-played',
            'fault',
            `Pad ${lane.id} was not touched, so it stays silent.`,
            ['it was left out', 'its wire is off, or on another input'],
          ),
    );
  const weak = lanes.flatMap(({ frames, delta, record }) => {
    const ratio = delta / Math.max(1, frames.rest.excursion);
    return ratio >= LEAST_RATIO
      ? []
      : [
          finding(
            record.lane,
            'weak-touch',
            'doubt',
            `Pad ${record.lane} moves only ${ratio.toFixed(1)} times its own flicker; ${LEAST_RATIO} times is the usual floor.`,
            [
              'the pad is small or far from the finger',
              'its lead runs beside another one',
              'the supply is noisy',
            ],
          ),
        ];
  });
  const near = lanes
    .filter(({ crosstalk, delta }) => crosstalk > MUCH_CROSSTALK * delta)
    .map(({ crosstalk, delta, record }) =>
      finding(
        record.lane,
        'crosstalk',
        'doubt',
        `Pad ${record.lane} goes ${Math.round((100 * crosstalk) / delta)} % of the way when a neighbour is touched.`,
        ['pads or their leads lie too close', 'the finger covers two'],
      ),
    );
  return [...silent, ...weak, ...near];
}
