import { expect, it } from 'vitest';
import { compile } from '../../compile/compile';
import { openHoles, valves, withOctaveKey } from '../../pitch/fingerings';
import type { FingeringPitch } from '../../instrument/voices';
import { splitMessages } from '../../midi/messages';
import { instrumentOf, touchPads } from '../../testing/bank-instruments';
import { framesFrom } from '../../testing/play';
import { breathNote, oneSided } from '../../testing/identity-response';
import { run } from '../run';

/** Long enough for pads and breath to take their rest. */
const POWER_UP = 120;

/** Notes of breath and pads. @param steps which pads are touched (1), whether it is blown, and for how many ms */
function play(
  pitch: Omit<FingeringPitch, 'is' | 'fingers'>,
  steps: [pads: string, blown: boolean, ms: number][],
  adds?: number[],
) {
  const pads = touchPads(Array.from(steps[0][0], () => 60));
  const instrument = instrumentOf([pads], []);
  instrument.sensors.push({
    ...{ id: 'breath', name: 'Breath', kind: 'breath-gauge', board: 'board', responses: [] },
    lanes: [{ id: 'breath', column: 'breath' }],
    calibration: structuredClone(oneSided),
  });
  const fingers = [{ source: { sensor: 'pads', port: 'touch' }, ...(adds ? { adds } : {}) }];
  instrument.voices = [{ ...breathNote(0), pitch: { is: 'fingering', fingers, ...pitch } }];
  const row = (keys: string, blown: boolean) => [
    ...Array.from(keys, (k) => (k === '1' ? 400 : 300)),
    blown ? 1500 : 1000,
  ];
  const still = row('0'.repeat(steps[0][0].length), false);
  // Fingers land before the breath.
  const first = new Array<number[]>(60).fill(row(steps[0][0], false));
  const frames = [
    ...new Array<number[]>(POWER_UP).fill(still),
    ...first,
    ...steps.flatMap(([keys, blown, ms]) => new Array<number[]>(ms).fill(row(keys, blown))),
  ];
  return run(compile(instrument), framesFrom(instrument, frames)).flatMap(({ tUs, bytes }) =>
    splitMessages(bytes).flatMap(([status, note]) =>
      status >> 5 === 4 ? [{ ms: tUs / 1000 - POWER_UP, note: status >> 4 === 9 ? note : -note }] : [],
    ),
  );
}
const notes = (heard: { note: number }[]) => heard.map(({ note }) => note);

it('open holes, covered from the top: a step of a major scale for each; fingers alone are silent', () => {
  const table = openHoles(6);
  const scale = [6, 5, 4, 3, 2, 1, 0].map((n): [string, boolean, number] => [
    '1'.repeat(n) + '0'.repeat(6 - n),
    true,
    60,
  ]);
  const heard = notes(
    play({ table, unassigned: 'hold', settleMs: 20 }, [
      ['111111', false, 60],
      ...scale,
      ['000000', false, 30],
    ]),
  );
  expect(heard.filter((n) => n > 0)).toEqual([62, 64, 66, 67, 69, 71, 73]);
  expect(heard.at(-1)).toBe(-73);
});

it('fingers that land one after another within the settle time sound nothing between, and it costs that time', () => {
  const table = openHoles(6);
  const passing: [string, boolean, number][] = [
    ['111000', true, 100],
    ['111100', true, 12],
    ['111110', true, 100],
    ['111110', false, 20],
  ];
  const quick = play({ table, unassigned: 'hold', settleMs: 0 }, passing);
  const settled = play({ table, unassigned: 'hold', settleMs: 20 }, passing);
  expect(notes(quick).filter((n) => n > 0)).toEqual([67, 66, 64]);
  expect(notes(settled).filter((n) => n > 0)).toEqual([67, 64]);
  const at = (heard: { ms: number; note: number }[]) => heard.find(({ note }) => note === 64)!.ms;
  // Entries are looked through over a frame or two.
  expect(Math.abs(at(settled) - at(quick) - 20)).toBeLessThan(3);
});

it('fingers that fit none play the nearest, keep what sounds, or are silent', () => {
  const steps: [string, boolean, number][] = [
    ['111111', true, 80],
    ['011111', true, 80],
    ['011111', false, 20],
  ];
  const heard = (unassigned: FingeringPitch['unassigned']) =>
    notes(play({ table: openHoles(6), unassigned, settleMs: 5 }, steps));
  expect(heard('nearest')).toEqual([62, -62]);
  expect(heard('hold')).toEqual([62, -62]);
  expect(heard('silence')).toEqual([62, -62]);
  const two: [string, boolean, number][] = [
    ['110000', true, 80],
    ['010000', true, 80],
    ['010000', false, 20],
  ];
  const from = (unassigned: FingeringPitch['unassigned']) =>
    notes(play({ table: openHoles(6), unassigned, settleMs: 5 }, two));
  // One finger off both 110000 (69) and 000000 (73): the first of the table.
  expect(from('nearest')).toEqual([69, -69]);
  expect(play({ table: openHoles(6), unassigned: 'silence', settleMs: 5 }, two).at(-1)!.ms).toBeLessThan(150);
});

it('valves lower by 2, 1 and 3 semitones, pads choose the partial, an octave key adds twelve', () => {
  const brass = valves(3, 4);
  const press = (keys: string): [string, boolean, number] => [keys, true, 40];
  const steps = ['0001000', '1001000', '0101000', '1101000', '0000100', '0000010', '0000001'].map(press);
  // Second, first and both valves under the second partial, B♭3; then the third, fourth and fifth partial.
  expect(
    notes(play({ table: brass.table, unassigned: 'hold' }, steps, brass.adds)).filter((n) => n > 0),
  ).toEqual([...[58, 56, 57, 55, 65, 70, 74]]);
  const wood = withOctaveKey(openHoles(6));
  const both = ['1111110', '1111111', '1111100'].map(press);
  expect(
    notes(play({ table: wood.table, unassigned: 'hold' }, both, wood.adds)).filter((n) => n > 0),
  ).toEqual([62, 74, 64]);
});
