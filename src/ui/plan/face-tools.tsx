'use client';

import Button from '@mui/material/Button';
import { MOST_MM, type Face } from '@/core/instrument/face';
import type { Box } from '@/core/plan/face/box';
import {
  aligned,
  mirrored,
  spaced,
  turnedBy,
  withNumber,
  withUsualPlaces,
  type BoxEdit,
} from '@/core/plan/face/edit';
import { placeKey } from '@/core/plan/face/places';
import { NumberField } from '../parts/number-field';
import type { FaceEdit } from './use-face-edit';
import styles from './face-desk.module.css';

const NUMBERS: readonly { field: keyof Box; says: string; low: number; high: number; unit: string }[] = [
  { field: 'x', says: 'across', low: 0, high: MOST_MM, unit: 'mm' },
  { field: 'y', says: 'down', low: 0, high: MOST_MM, unit: 'mm' },
  { field: 'width', says: 'wide', low: 1, high: MOST_MM, unit: 'mm' },
  { field: 'height', says: 'high', low: 1, high: MOST_MM, unit: 'mm' },
  { field: 'turn', says: 'turned', low: -180, high: 180, unit: '°' },
];

/** Least that must be chosen for each, and what it does. */
const EDITS: readonly { says: string; least: number; edit: BoxEdit }[] = [
  { says: 'In a row', least: 2, edit: aligned('y') },
  { says: 'In a column', least: 2, edit: aligned('x') },
  { says: 'Even across', least: 3, edit: spaced('x') },
  { says: 'Even down', least: 3, edit: spaced('y') },
  { says: 'Mirror ↔', least: 1, edit: mirrored('x') },
  { says: 'Mirror ↕', least: 1, edit: mirrored('y') },
  { says: 'Quarter turn', least: 1, edit: turnedBy(90) },
];

/** The numbers of what is chosen, and what can be done to it. @param outline as it is drawn */
export function FaceTools({ face, outline }: { face: FaceEdit; outline: Face }) {
  const { chosen, places, edit, change } = face;
  const own = places.filter((place) => chosen.has(placeKey(place)));
  const [{ box }] = own;
  const placed = face.instrument.sensors.some(({ lanes }) => lanes.some(({ at }) => at));
  return (
    <div className={styles.tools}>
      <div>
        <b>{own.length === 1 ? 'Chosen: one' : `Chosen: ${own.length}`}</b>
        {NUMBERS.map(({ field, says, low, high, unit }) => (
          <label key={field}>
            {says}
            <NumberField
              label={`${says}, ${unit}`}
              value={Math.round(10 * box[field]) / 10}
              whole={false}
              set={(value) => edit(says, withNumber(field, value))}
              {...{ low, high, unit }}
            />
            {unit}
          </label>
        ))}
      </div>
      <div>
        {EDITS.map(({ says, least, edit: own }) => (
          <Button
            key={says}
            size="small"
            variant="outlined"
            disabled={chosen.size < least}
            onClick={() => edit(says.toLowerCase(), own)}
          >
            {says}
          </Button>
        ))}
      </div>
      <div>
        {(['width', 'height'] as const).map((side) => (
          <label key={side}>
            {side === 'width' ? 'Face' : '×'}
            <NumberField
              label={`Face ${side}, mm`}
              value={Math.round(outline[side])}
              low={1}
              high={MOST_MM}
              whole={false}
              unit="mm"
              set={(value) =>
                change(`face ${side}`, (instrument) => ({
                  ...instrument,
                  face: {
                    width: Math.round(outline.width),
                    height: Math.round(outline.height),
                    [side]: value,
                  },
                }))
              }
            />
          </label>
        ))}
        <span>mm; never smaller than what lies on it.</span>
        {(placed || face.instrument.face) && (
          <Button size="small" onClick={() => change('face laid out anew', withUsualPlaces)}>
            Lay out anew
          </Button>
        )}
      </div>
    </div>
  );
}
