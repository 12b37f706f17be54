import type { Fault } from '../result';
import type { Instrument, Lights } from './document';
import type { LightVoice, Voice } from './voices';

/** Values on lights that a board can have, one a lane of a voice. */
export const MOST_SHOWS = 128;

/**
 * The part of a voice's lights that one of its lanes has: evenly, in the lanes' order.
 * @param lights the first and the last, from 1 @param part from 0 @returns first, from 0; turned: the first of them stands last
 */
export function sharedLights(
  [from, to]: readonly number[],
  part: number,
  parts: number,
): { first: number; lights: number; turned: boolean } {
  const all = Math.abs(to - from) + 1;
  const turned = from > to;
  const place = turned ? parts - 1 - part : part;
  const begins = Math.floor((place * all) / parts);
  const ends = Math.floor(((place + 1) * all) / parts);
  return { first: Math.min(from, to) - 1 + begins, lights: ends - begins, turned };
}

/** Names of the wires that lights take of the first board's pins: one or two for all of a strip, three for each by itself. */
export const lightWiresOf = ({ count, as }: Lights): string[] =>
  as !== 'single'
    ? ['data', ...(as === 'clocked' ? ['clock'] : [])]
    : Array.from({ length: count }, (_, i) => ['red', 'green', 'blue'].map((c) => `${c} ${i + 1}`)).flat();

/** There is a pin for each of their wires, or for none. */
export const lightPinFaults = ({ lights }: Instrument): Fault[] =>
  lights?.pins && lights.pins.length !== lightWiresOf(lights).length
    ? [
        {
          path: 'lights.pins',
          says: `must be ${lightWiresOf(lights).length}, one a wire, got ${lights.pins.length}`,
        },
      ]
    : [];

/** The lights that a voice shows something on must be there. */
export function lightFaults({ lights }: LightVoice, path: string, { lights: own }: Instrument): Fault[] {
  if (!own) return [{ path: `${path}.is`, says: 'lights are required: give the instrument some in Plan' }];
  return lights.flatMap((n, i) =>
    n > own.count
      ? [
          {
            path: `${path}.lights.${i}`,
            says: `must be a light of this instrument, 1 … ${own.count}, got ${n}`,
          },
        ]
      : [],
  );
}

/** Without what is shown on lights that are gone; what reached past the last ends there. */
export const withoutLightsPast = (instrument: Instrument, count: number): Instrument => ({
  ...instrument,
  voices: instrument.voices.flatMap((v): Voice[] => {
    if (v.is !== 'light') return [v];
    if (Math.min(...v.lights) > count) return [];
    return [{ ...v, lights: v.lights.map((n) => Math.min(n, count)) }];
  }),
});
