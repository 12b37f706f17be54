import { Button } from '@mui/material';
import {
  mediansOf,
  MUCH_OVERLAP,
  overlapsOf,
  velocitiesPicture,
  type PlayedStrengths,
} from '@/core/calibrate/dynamics';
import { responseAt, withResponse } from '@/core/instrument/access';
import { STRAIGHT } from '@/core/instrument/response';
import type { Sensor } from '@/core/instrument/sensor';
import { gatePort } from '@/core/kinds/ports';
import { DEFAULT_DYNAMICS, DYNAMIC_NAMES } from '@/core/shape/dynamics';
import { proposeResponse } from '@/core/shape/propose';
import { curveOf } from '@/core/shape/families';
import { wayOf } from '@/core/ways/registry';
import { useChangeSensor } from '../hooks/use-change-sensor';
import { useWorkspace } from '../hooks/use-session';
import { PictureChart } from './picture-chart';
import styles from './calibrate.module.css';

/** What strokes of each dynamic read, how far they overlap, and a curve that sets them evenly apart. */
export function Velocities({ sensor, strengths }: { sensor: Sensor; strengths: PlayedStrengths }) {
  const changeSensor = useChangeSensor();
  const readOnly = useWorkspace((s) => s.readOnly);
  const port = gatePort(sensor)!;
  const response = responseAt(sensor, port);
  const law =
    (sensor.calibration && wayOf(sensor.calibration).answersBy?.(sensor.calibration)) ?? ((x: number) => x);
  const curve = curveOf(response);
  const medians = mediansOf(strengths);
  const set = (says: string, next: typeof response) =>
    void changeSensor(sensor.id, says, (s) => withResponse(s, port, next));
  const even = () => {
    if (!medians) return;
    const { soft, medium, loud } = medians;
    const played = { soft: law(soft), medium: law(medium), loud: law(loud) };
    set('velocities set evenly apart', proposeResponse(played, DEFAULT_DYNAMICS));
  };
  const drawn = response.family !== 'straight';
  return (
    <section className={styles.picture}>
      <PictureChart picture={velocitiesPicture(strengths, (x) => curve(law(x)))} />
      <div className={styles.caption}>
        <span>{overlapWords(strengths)}</span>
        {sensor.calibration && medians && (
          <Button
            variant="outlined"
            disabled={readOnly}
            onClick={drawn ? () => set('velocities left as they are', STRAIGHT) : even}
          >
            {drawn ? 'Leave them as they are' : `Set them at ${Object.values(DEFAULT_DYNAMICS).join(', ')}`}
          </Button>
        )}
      </div>
    </section>
  );
}

/** How many dynamics these strokes are. */
function overlapWords(strengths: PlayedStrengths): string {
  const overlaps = overlapsOf((dynamic) => strengths[dynamic]);
  const played = DYNAMIC_NAMES.filter((dynamic) => strengths[dynamic].length > 0);
  if (overlaps.length === 0) return 'Play soft, medium and loud takes to see how far apart they are.';
  const much = overlaps.filter(({ overlap }) => overlap > MUCH_OVERLAP);
  if (much.length === 0)
    return `${sentenceOf(played)} stay apart: a softer stroke seldom reads as much as a harder one.`;
  return much
    .map(
      ({ softer, harder, overlap }) =>
        `In ${Math.round(100 * overlap)} % of pairs a ${softer} stroke reads no less than a ${harder} one: they are hardly two dynamics.`,
    )
    .join(' ');
}

const sentenceOf = (names: readonly string[]): string => {
  const all = names.length > 1 ? `${names.slice(0, -1).join(', ')} and ${names[names.length - 1]}` : names[0];
  return all[0].toUpperCase() + all.slice(1);
};
