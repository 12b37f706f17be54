import { expect, it } from 'vitest';
import { bankNotes, kneeSwitch, touchPads } from '../testing/bank-instruments';
import { breathController, identityInstrument } from '../testing/identity-response';
import { awake } from '../testing/play';
import { encoderSensor } from '../testing/random-derived';
import { random } from '../signal/random';
import type { Selector } from '../instrument/scenes';
import { playEdge, setScene } from './play';

const SCENES = ['first', 'second'].map((id) => ({ id, name: id }));
const pads = touchPads([60]);
const knee = kneeSwitch();

/** Breath as controller 2 in the first scene, 11 in the second; a pad's note and a knee's sustain in the first alone. */
function begun() {
  const own = { scenes: ['first'] };
  const sustain = {
    ...breathController({ id: 'k', controller: 64, ...own }),
    source: { sensor: 'knee', port: 'closed' },
  };
  const instrument = identityInstrument([
    breathController({ ...own }),
    breathController({ id: 'w', controller: 11, scenes: ['second'] }),
    bankNotes(pads, 'touch', own),
    sustain,
  ]);
  instrument.sensors.push(pads, knee);
  instrument.scenes = SCENES;
  return awake(instrument, [1000, 300]);
}

it('a level is sent by what lives in the scene that plays; on a change its value is sent anew', () => {
  const { e, at } = begun();
  at(0, [1000, 300]);
  expect(at(1000, [2020, 300])).toEqual([[0xb0, 2, 127]]);
  setScene(e, 1);
  expect(at(2000, [2020, 300])).toEqual([[0xb0, 11, 127]]);
  expect(at(3000, [1000, 300])).toEqual([[0xb0, 11, 0]]);
  setScene(e, 0);
  expect(at(4000, [1000, 300])).toEqual([[0xb0, 2, 0]]);
});

it('a note that sounds ends when it is let go, and none begins where it does not live', () => {
  const { e, at } = begun();
  for (let i = 0; i < 70; i++) at(1000 * i, [1000, 300]);
  expect(at(70_000, [1000, 400])).toEqual([[0x90, 60, 100]]);
  setScene(e, 1);
  at(71_000, [1000, 400]);
  expect(at(72_000, [1000, 300])).toEqual([[0x80, 60, 64]]);
  expect(at(73_000, [1000, 400])).toEqual([]);
});

it('what a gate holds on is let go at the change, and counts again on the way back', () => {
  const { e, at } = begun();
  at(0, [1000, 300]);
  playEdge(e, 500, 0, true);
  expect(at(1000, [1000, 300])).toEqual([[0xb0, 64, 127]]);
  setScene(e, 1);
  expect(at(2000, [1000, 300])).toContainEqual([0xb0, 64, 0]);
  setScene(e, 0);
  expect(at(3000, [1000, 300])).toContainEqual([0xb0, 64, 127]);
});

it('a scene that is not there changes nothing', () => {
  const { e, at } = begun();
  setScene(e, 2);
  at(0, [1000, 300]);
  expect(at(1000, [2020, 300])).toEqual([[0xb0, 2, 127]]);
});

it('an encoder has a value in each scene, and gives it back there', () => {
  const instrument = identityInstrument([
    { ...breathController({ controller: 20 }), source: { sensor: 'dial', port: 'turn' } },
  ]);
  const dial = encoderSensor(random(1));
  const { calibration } = dial;
  if (calibration?.is !== 'turns') throw new Error('an encoder is required');
  const lane = { ...calibration.lanes[0], rests: ['none' as const], leads: 'first' as const };
  Object.assign(dial, { id: 'dial', lanes: dial.lanes.slice(0, 1) });
  const chosen = { steps: 127, values: 'scene', accelerates: 1, lanes: [lane] } as const;
  dial.calibration = { ...calibration, ...chosen, lanes: [lane] };
  instrument.sensors = [{ ...dial, board: instrument.boards[0].id, responses: [] }];
  instrument.scenes = SCENES;
  const { e, at } = awake(instrument, []);
  let ms = 0;
  const value = () => at(1000 * ms++, []).at(-1)?.[2];
  const turn = (steps: number) => {
    for (let i = 0; i < steps; i++)
      for (const [contact, closed] of [
        [0, 1],
        [1, 1],
        [0, 0],
        [1, 0],
      ])
        playEdge(e, 1000 * ms++, contact, closed === 1);
    return value();
  };
  expect(turn(5)).toBe(5);
  setScene(e, 1);
  expect(value()).toBe(0);
  expect(turn(9)).toBe(9);
  setScene(e, 0);
  expect(value()).toBe(5);
  setScene(e, 1);
  expect(value()).toBe(9);
});

/** Two pads and a knee; a note of the first pad in the first scene, of the second in both; the knee and the second pad select. */
function selecting(selectors: Selector[], ends?: boolean) {
  const two = touchPads([60, 62]);
  const instrument = identityInstrument([
    bankNotes(two, 'touch', { scenes: ['first'], gate: { sensor: two.id, port: 'touch', lane: 'p0' } }),
    bankNotes(two, 'touch', { id: 'both', gate: { sensor: two.id, port: 'touch', lane: 'p1' } }),
  ]);
  instrument.sensors.push(two, knee);
  instrument.scenes = [...SCENES, { id: 'third', name: 'third' }].map((scene) => ({
    ...scene,
    ...(ends && { ends }),
  }));
  instrument.selectors = selectors;
  const { e, at } = awake(instrument, [1000, 300, 300]);
  for (let i = 0; i < 70; i++) at(1000 * i, [1000, 300, 300]);
  return { e, at };
}
const byKnee = { sensor: 'knee', port: 'closed' };
const bySecond = { sensor: pads.id, port: 'touch', lane: 'p1' };

it('a gate selects a scene, from the next frame on; another one the next or the one before, round', () => {
  const { e, at } = selecting([
    { gate: byKnee, scene: 'third' },
    { gate: bySecond, step: 1 },
  ]);
  expect(e.state.engine.scene).toBe(0);
  playEdge(e, 70_500, 0, true);
  expect(e.state.engine.scene).toBe(0);
  at(71_000, [1000, 300, 300]);
  expect(e.state.engine.scene).toBe(2);
  at(72_000, [1000, 300, 400]);
  at(73_000, [1000, 300, 400]);
  expect(e.state.engine.scene).toBe(0);
});

it('a guard must be held: without it nothing is selected', () => {
  const { e, at } = selecting([{ gate: bySecond, step: -1, guards: [byKnee] }]);
  const press = (ms: number) => {
    at(1000 * ms, [1000, 300, 400]);
    at(1000 * (ms + 1), [1000, 300, 400]);
    at(1000 * (ms + 2), [1000, 300, 300]);
    return e.state.engine.scene;
  };
  expect(press(71)).toBe(0);
  playEdge(e, 80_500, 0, true);
  expect(press(81)).toBe(2);
  playEdge(e, 120_500, 0, false);
  at(121_000, [1000, 300, 300]);
  at(140_000, [1000, 300, 300]);
  expect(press(141)).toBe(2);
});

it.each([true, false])(
  'notes that do not live in a scene end as it begins, or when they are let go (ends: %s); others sound on',
  (ends) => {
    const { e, at } = selecting([{ gate: byKnee, scene: 'second' }], ends);
    expect(at(71_000, [1000, 400, 400])).toEqual([
      [0x90, 60, 100],
      [0x90, 62, 100],
    ]);
    playEdge(e, 71_500, 0, true);
    expect(at(72_000, [1000, 400, 400])).toEqual(ends ? [[0x80, 60, 64]] : []);
    expect(at(73_000, [1000, 300, 300])).toEqual([...(ends ? [] : [[0x80, 60, 64]]), [0x80, 62, 64]]);
  },
);
