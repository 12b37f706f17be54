import type { AxesCalibration, TiltRange } from '@/core/ways/axes/calibration';
import type { WayWords } from '../way-words';

/** As one where both sides are nearly alike, degrees. */
const ALIKE = 3;

const sides = ({ up, down }: TiltRange): string =>
  Math.abs(up - down) < ALIKE
    ? `±${Math.round((up + down) / 2)}°`
    : `−${Math.round(down)}° +${Math.round(up)}°`;

export const axesWords: WayWords<AxesCalibration> = {
  measured: ({ roll, pitch }) => ({
    all: `roll ${sides(roll)}, pitch ${sides(pitch)}`,
    short: `roll ${sides(roll)}`,
  }),
  shared: ({ roll, pitch, steady }) => [
    {
      ...{ label: 'Roll, to its sides', value: sides(roll), unit: '' },
      says: `Held at ${Math.round(roll.rest)}°, as you began to tilt it.`,
    },
    {
      ...{ label: 'Pitch, to its sides', value: sides(pitch), unit: '' },
      says: `Held at ${Math.round(pitch.rest)}°.`,
    },
    {
      ...{ label: 'Shaken from', value: steady.toFixed(2), unit: 'g off' },
      says: 'Further off one g than this it holds what it told last.',
    },
  ],
  columns: ['offset', 'gain'],
  lane: (c, lane) => {
    const own = c.lanes.find((l) => l.lane === lane);
    return own ? { offset: own.offset, gain: own.gain } : null;
  },
  within: (c, lane) => {
    const own = c.lanes.find((l) => l.lane === lane);
    return own ? { offset: own.offsetError, gain: own.gainError } : null;
  },
};
