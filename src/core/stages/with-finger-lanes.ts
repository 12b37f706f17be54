import type { Instrument } from '../instrument/document';
import type { FingeringPitch } from '../instrument/voices';
import { MOST_FINGERS } from './fingers';

/**
 * An instrument whose fingerings fit a sensor that has so many lanes now: new lanes may be either, and what is gone leaves its sign and
 * what it added; of fingerings that are the same then the first stays. A voice that would have more fingers than a board can tell is left out.
 */
export function withFingerLanes(before: Instrument, after: Instrument, sensor: string): Instrument {
  const lanesIn = ({ sensors }: Instrument, id: string) =>
    sensors.find((s) => s.id === id)?.lanes.length ?? 0;
  const fitted = (pitch: FingeringPitch): FingeringPitch => {
    const sizes = pitch.fingers.map(({ source }) => [
      lanesIn(before, source.sensor),
      lanesIn(after, source.sensor),
    ]);
    const signs = (keys: string): string => {
      let at = 0;
      return sizes
        .map(([was, is]) => {
          const own = keys.slice(at, at + was);
          at += was;
          return own.slice(0, is).padEnd(is, 'x');
        })
        .join('');
    };
    const table = pitch.table.map((entry) => ({ ...entry, keys: signs(entry.keys) }));
    return {
      ...pitch,
      fingers: pitch.fingers.map((group, i) =>
        group.adds ? { ...group, adds: group.adds.slice(0, sizes[i][1]) } : group,
      ),
      table: table.filter(({ keys }, i) => table.findIndex((own) => own.keys === keys) === i),
    };
  };
  const voices = after.voices.flatMap((v) => {
    if (v.is !== 'note' || v.pitch.is !== 'fingering') return [v];
    if (!v.pitch.fingers.some(({ source }) => source.sensor === sensor)) return [v];
    const pitch = fitted(v.pitch);
    return pitch.table[0].keys.length > MOST_FINGERS ? [] : [{ ...v, pitch }];
  });
  return { ...after, voices };
}
