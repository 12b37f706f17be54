import { SHOWS } from '../engine/codes';
import { lanesOfSource } from '../kinds/ports';
import { kindOf } from '../kinds/registry';
import { sharedLights } from '../instrument/lights';
import type { LightVoice } from '../instrument/voices';
import { scenesOf, sensorNamed, type Making } from './making';

/**
 * Into how many parts a voice's lights are shared: one a lane. Where there are fewer lights than lanes, gates of all lanes light all of
 * them, and levels past the last light are not shown.
 */
export function partsLit(m: Pick<Making, 'instrument'>, { source, join, lights }: LightVoice): number {
  const sensor = sensorNamed(m, source);
  const lanes = join ? 1 : lanesOfSource(sensor, source).length;
  const all = Math.abs(lights[1] - lights[0]) + 1;
  if (lanes <= all) return lanes;
  return kindOf(sensor).ports[source.port].carries === 'gate' ? 1 : all;
}

/** What a value shows on its part of a voice's lights. @param part from 0 @returns its place in the image */
export function compileShow(m: Making, voice: LightVoice, part: number, parts: number): number {
  const { first, lights, turned } = sharedLights(voice.lights, part, parts);
  const how =
    SHOWS[voice.shows] + (turned ? SHOWS.turned : 0) + (voice.under === undefined ? 0 : SHOWS.covers);
  const { shows } = m.parts.image;
  return (
    shows.push({
      ...{ scenes: scenesOf(m, voice), first, lights, how },
      ...{ colour: channelsOf(voice.colour), under: channelsOf(voice.under ?? '#000000'), pad: 0 },
    }) - 1
  );
}

/** Red, green and blue of #rrggbb. */
const channelsOf = (colour: string): number[] =>
  [1, 3, 5].map((at) => parseInt(colour.slice(at, at + 2), 16));
