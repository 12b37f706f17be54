import type { Instrument } from './document';
import type { Scene, Selector } from './scenes';
import { freeId } from '../units/free-id';
import type { Voice } from './voices';

/** Whether a voice lives in a scene. */
export const livesInScene = ({ scenes }: Voice, scene: string): boolean =>
  scenes === undefined || scenes.length === 0 || scenes.includes(scene);

/** An instrument with one more scene; the first time with two, since one alone changes nothing. Every voice lives in those that it names, or in all. */
export function withScene(instrument: Instrument): Instrument {
  const scenes = [...instrument.scenes];
  do {
    const id = freeId('scene', (known) => scenes.some((scene) => scene.id === known));
    scenes.push({ id, name: id.replace('scene-', 'Scene ') });
  } while (scenes.length < 2);
  return { ...instrument, scenes };
}

/** Without a scene, and what selects it; where one alone would be left, without any. A voice that lived there alone lives in all. */
export function withoutScene(instrument: Instrument, id: string): Instrument {
  const left = instrument.scenes.filter((scene) => scene.id !== id);
  const scenes = left.length > 1 ? left : [];
  const known = new Set(scenes.map((scene) => scene.id));
  return {
    ...instrument,
    scenes,
    selectors: (instrument.selectors ?? []).filter(({ scene, step }) =>
      scene === undefined ? step === undefined || scenes.length > 0 : known.has(scene),
    ),
    voices: instrument.voices.map((voice) =>
      withLife(
        voice,
        (voice.scenes ?? []).filter((own) => known.has(own)),
        scenes,
      ),
    ),
  };
}

/** A voice that lives in a scene, or does not; the last one in which it lives stays. */
export function withLifeIn(voice: Voice, id: string, lives: boolean, scenes: readonly Scene[]): Voice {
  const own = scenes.filter((scene) => (scene.id === id ? lives : livesInScene(voice, scene.id)));
  return own.length === 0
    ? voice
    : withLife(
        voice,
        own.map((scene) => scene.id),
        scenes,
      );
}

/** Named are only the scenes of a voice that does not live in all. */
function withLife(voice: Voice, own: readonly string[], scenes: readonly Scene[]): Voice {
  const named = own.length > 0 && own.length < scenes.length;
  return { ...voice, scenes: named ? [...own] : undefined };
}

/** An instrument without the selectors that name a gate of which this is so. */
export const withoutSelectorsOf = (
  instrument: Instrument,
  isGone: (gate: Selector['gate']) => boolean,
): Instrument =>
  instrument.selectors === undefined
    ? instrument
    : {
        ...instrument,
        selectors: instrument.selectors.filter(
          ({ gate, guards = [] }) => !isGone(gate) && !guards.some(isGone),
        ),
      };

/** A clock of 120 beats a minute, on a board. */
export const withClock = (instrument: Instrument, board: string): Instrument => ({
  ...instrument,
  clock: { board, bpm: 120, least: 60, most: 180 },
});

/** Without its clock, and what changes it. */
export const withoutClock = ({ clock: _, ...instrument }: Instrument): Instrument => ({
  ...instrument,
  voices: instrument.voices.filter(({ is }) => is !== 'tempo'),
  selectors: instrument.selectors?.filter(
    ({ tempo, taps, transport }) => (tempo ?? taps ?? transport) === undefined,
  ),
});
