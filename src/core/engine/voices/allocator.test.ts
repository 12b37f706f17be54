import { expect, it } from 'vitest';
import { compile } from '../../compile/compile';
import { bankNotes, instrumentOf, touchPads } from '../../testing/bank-instruments';
import { breathController, identityInstrument } from '../../testing/identity-response';
import { awake, playAfterRest } from '../../testing/play';
import { splitMessages } from '../../midi/messages';
import { endAll } from '../play';

const touched = (lanes: number[]) => [0, 1].map((lane) => (lanes.includes(lane) ? 400 : 300));
const settled = new Array<number[]>(70).fill(touched([]));
const playPads = (frames: number[][]) => {
  const pads = touchPads([60, 60]);
  const instrument = instrumentOf([pads], [bankNotes(pads, 'touch')]);
  return playAfterRest(instrument, [...settled, ...frames], touched([])).map(([, status, note]) => [
    status,
    note,
  ]);
};

it('two lanes with one note: it ends with the last that holds it, and as often as it begins', () => {
  expect(playPads([touched([0]), touched([0, 1]), touched([1])])).toEqual([
    [0x90, 60],
    [0x80, 60],
    [0x90, 60],
  ]);
  expect(playPads([touched([0]), touched([0, 1]), touched([1]), touched([])]).at(-1)).toEqual([0x80, 60]);
});

it('what a level sends goes to every channel on which its zone plays notes', () => {
  const pads = touchPads([60, 62, 64]);
  const instrument = identityInstrument([breathController(), bankNotes(pads, 'touch')]);
  instrument.sensors.push(pads);
  instrument.zones = [{ is: 'lanes', id: 'main', first: 4, count: 8 }];
  const { at } = awake(instrument, [1000, 300, 300, 300]);
  expect(at(1000, [2020, 300, 300, 300]).map(([status]) => status)).toEqual([0xb3, 0xb4, 0xb5]);
});

it('at power-up sustain and notes that a receiver still holds end, on every channel that is played', () => {
  const instrument = identityInstrument([breathController()]);
  instrument.zones = [{ is: 'single', id: 'main', channel: 10 }];
  const { e } = awake(instrument);
  // MIDI 1.0 Detailed Specification, table III: 64 damper pedal, 123 all notes off.
  expect(splitMessages(e.out.subarray(0, endAll(e)))).toEqual([
    [0xb9, 64, 0],
    [0xb9, 123, 0],
  ]);
  expect(compile(instrument).max_bytes).toBeGreaterThanOrEqual(6);
});
