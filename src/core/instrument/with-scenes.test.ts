import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { checkInstrument, readInstrument } from '../exchange/document/instrument-json';
import { withLanes, withoutSensor } from '../plan/edit';
import { sceneFindings } from '../stages/scene-findings';
import { clashesOf } from './clashes';
import type { Instrument } from './document';
import type { Selector } from './scenes';
import { livesInScene, withLifeIn, withoutScene, withScene } from './with-scenes';

const cairn = ((): Instrument => {
  const read = readInstrument(readFileSync('demo/cairn.json', 'utf8'));
  if (!read.ok) throw new Error(read.faults[0].says);
  return read.value;
})();
const two = withScene(cairn);
const [stones] = cairn.sensors;
const stone = (n: number) => ({ sensor: stones.id, port: 'hit', lane: stones.lanes[n].id });
const faultsOf = (instrument: Instrument): string[] => {
  const read = checkInstrument(JSON.parse(JSON.stringify(instrument)));
  return read.ok ? [] : read.faults.map(({ path, says }) => `${path}: ${says}`);
};
const selecting = (...selectors: Selector[]): Instrument => ({ ...two, selectors });

describe('scenes', () => {
  it('begin as two, and end as none; what named one that is gone lives in all', () => {
    expect(two.scenes.map(({ name }) => name)).toEqual(['Scene 1', 'Scene 2']);
    const [first, second] = two.scenes;
    const [voice] = two.voices;
    const apart = {
      ...two,
      voices: [withLifeIn(voice, first.id, false, two.scenes), ...two.voices.slice(1)],
    };
    expect(apart.voices[0].scenes).toEqual([second.id]);
    expect(livesInScene(apart.voices[0], first.id)).toBe(false);
    // The last scene of a voice stays.
    expect(withLifeIn(apart.voices[0], second.id, false, two.scenes)).toBe(apart.voices[0]);
    const none = withoutScene({ ...apart, selectors: [{ gate: stone(0), step: 1 }] }, second.id);
    expect([none.scenes, none.selectors, none.voices[0].scenes]).toEqual([[], [], undefined]);
    const three = withoutScene(
      withScene({ ...apart, selectors: [{ gate: stone(0), scene: first.id }] }),
      first.id,
    );
    expect([three.scenes.length, three.selectors]).toEqual([2, []]);
    expect(faultsOf(three)).toEqual([]);
  });
  it('what selects them is refused by its path where it cannot be', () => {
    const gate = stone(0);
    expect(faultsOf(selecting({ gate, step: 1, guards: [stone(8)] }))).toEqual([]);
    expect(faultsOf(selecting({ gate }))).toEqual([
      'selectors.0.scene: one of scene, step, mutes, resets, shift, tempo, taps, transport is required, got none',
    ]);
    expect(faultsOf(selecting({ gate, scene: 'third' }))).toEqual([
      'selectors.0.scene: must name a scene of this instrument, got third',
    ]);
    expect(faultsOf(selecting({ gate: { ...gate, lane: 'x' }, step: 1 }))).toEqual([
      'selectors.0.gate.lane: must name a lane of hit, got x',
    ]);
    expect(faultsOf(selecting({ gate, step: 1, guards: [{ sensor: stones.id, port: 'hit' }] }))).toEqual([
      'selectors.0.guards.0.lane: a guard must name one of the 9 lanes of hit',
    ]);
  });
  it('a scene that nothing selects, and one that nothing leaves, are named', () => {
    const [first, second] = two.scenes;
    expect(sceneFindings(cairn)).toEqual([]);
    expect(sceneFindings(two)).toEqual(['Nothing selects a scene yet: Scene 1 plays for good.']);
    expect(sceneFindings(selecting({ gate: stone(0), scene: second.id }))).toEqual([
      'Nothing leads out of Scene 2.',
    ]);
    expect(sceneFindings(selecting({ gate: stone(0), scene: first.id }))).toEqual([
      'Nothing selects Scene 2.',
      'Nothing leads out of Scene 1.',
    ]);
    expect(sceneFindings(selecting({ gate: stone(0), step: 1 }))).toEqual([]);
  });
  it('what lives in different scenes is no clash', () => {
    const own = two.voices.find(({ is }) => is === 'controller')!;
    const both = (voices: Instrument['voices']) => clashesOf({ ...two, voices }).length;
    const [first, second] = two.scenes;
    expect(both([own, { ...own, id: 'other' }])).toBe(1);
    expect(
      both([
        { ...own, scenes: [first.id] },
        { ...own, id: 'other', scenes: [second.id] },
      ]),
    ).toBe(0);
  });
});

describe('what listens to one lane', () => {
  const voices = cairn.voices.map((v) => (v.is === 'note' ? { ...v, and: stone(8) } : v));
  it('goes with the lane: a selector, and what only let a voice through', () => {
    const own = {
      ...selecting({ gate: stone(8), step: 1 }, { gate: stone(0), step: -1, guards: [stone(1)] }),
      voices,
    };
    const fewer = withLanes(own, stones.id, 8);
    expect(fewer.selectors).toHaveLength(1);
    expect(fewer.voices.flatMap((v) => (v.is === 'note' && v.and ? [v.id] : []))).toEqual([]);
    expect(fewer.voices).toHaveLength(voices.length);
    expect(faultsOf(fewer)).toEqual([]);
    const without = withoutSensor(own, stones.id);
    expect(without.selectors).toEqual([]);
    expect(faultsOf(without)).toEqual([]);
  });
});
