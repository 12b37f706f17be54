import { mediansOf, strengthsBy, type Stroke } from '../calibrate/dynamics';
import type { Report } from '../calibrate/report';
import type { Sensor } from '../instrument/sensor';
import type { Played } from '../shape/dynamics';
import { DYNAMIC_NAMES } from '../shape/dynamics';
import { median } from '../signal/quantile';
import { sharesOf } from '../ways/level/played-dynamics';
import { levelOf, wayOf } from '../ways/registry';

/**
 * Where the gestures of a sensor's takes lie along its curve: of a level the peak of each, as a share of the way from dead zone to reach; of a
 * stroke its strength, through the law of its way.
 * @param report of the sensor's takes @returns none where the sensor is not calibrated
 */
export function gesturesAlong(sensor: Sensor, report: Report | null): Stroke[] {
  const { calibration } = sensor;
  if (!report || !calibration) return [];
  if (report.is === 'bank') {
    const law = wayOf(calibration).answersBy?.(calibration) ?? ((x: number) => x);
    return (report.strokes ?? []).map((own) => ({ ...own, strength: law(own.strength) }));
  }
  return report.lanes.flatMap(({ level: { lane }, played }) => {
    const level = levelOf(
      sensor,
      sensor.lanes.findIndex((l) => l.id === lane),
    );
    if (!level) return [];
    return sharesOf(played, level).map(({ role, share, side }) => ({ lane, role, side, strength: share }));
  });
}

/** Where soft, medium and loud lie: of several lanes the median of theirs; null unless all three were played. */
export function playedAlong(gestures: readonly Stroke[]): Played | null {
  const lanes = [...new Set(gestures.map(({ lane }) => lane))];
  const each = lanes.map((lane) => mediansOf(strengthsBy(gestures.filter((g) => g.lane === lane))));
  const known = each.filter((own) => own !== null);
  // Lanes on which one dynamic was played each still tell all three together.
  if (known.length === 0) return mediansOf(strengthsBy(gestures));
  const [soft, medium, loud] = DYNAMIC_NAMES.map((d) => median(known.map((own) => own[d])));
  return { soft, medium, loud };
}
