import { describe, expect, it } from 'vitest';
import { compile } from '../compile/compile';
import type { Instrument } from '../instrument/document';
import { splitMessages } from '../midi/messages';
import { strikePads, bankNotes, instrumentOf, touchPads } from '../testing/bank-instruments';
import {
  breathController,
  breathNote,
  identityInstrument,
  levelWith,
  oneSided,
} from '../testing/identity-response';
import { awake } from '../testing/play';
import { changeEngine } from './change';

/** An instrument after its power-up, which can be played and changed. */
function playing(instrument: Instrument) {
  const { e, at } = awake(instrument);
  const change = (next: Instrument) => splitMessages(e.out.subarray(0, changeEngine(e, compile(next))));
  return { at: (ms: number, count: number) => at(1000 * ms, [count]), change };
}

/** Design, “Change while playing”. */
describe('settings that change while it plays', () => {
  it('a curve sends nothing where its value stays, and the new value where it differs, without a movement', () => {
    const straight = identityInstrument([breathController()]);
    const curved = structuredClone(straight);
    curved.sensors[0].responses = [{ port: 'breath', family: 'power', gamma: 2 }];
    const { at, change } = playing(straight);
    expect(at(0, 2020)).toEqual([[0xb0, 2, 127]]);
    expect(change(curved)).toEqual([]);
    expect(at(1, 2020)).toEqual([]);
    // Half way: a quarter of 127, rounded.
    expect(at(2, 1520)).toEqual([[0xb0, 2, 32]]);
    change(straight);
    expect(at(3, 1520)).toEqual([[0xb0, 2, 64]]);
  });
  it('a threshold is taken when the gate is closed: a note that sounds is not cut off by it', () => {
    const before = identityInstrument([breathNote(0)]);
    const after = structuredClone(before);
    after.sensors[0].calibration = levelWith(oneSided, { up: { reach: 1020, dead: 20, on: 200, off: 100 } });
    const { at, change } = playing(before);
    expect(at(0, 1050)).toEqual([[0x90, 62, 9]]);
    expect(change(after)).toEqual([]);
    expect(at(1, 1050)).toEqual([]);
    expect(at(2, 1011)).toEqual([]);
    expect(at(3, 1009)).toEqual([[0x80, 62, 64]]);
    expect(at(4, 1150)).toEqual([]);
    expect(at(5, 1200)).toHaveLength(1);
  });
  it('a note that sounds ends as it began, whatever note and channel its lane has by then', () => {
    const before = identityInstrument([breathNote(0)]);
    const after = structuredClone(before);
    after.voices = [breathNote(0, { pitch: { is: 'fixed', note: 70 } })];
    after.zones = [{ is: 'single', id: 'main', channel: 5 }];
    const { at, change } = playing(before);
    at(0, 1100);
    change(after);
    expect(at(1, 1000)).toEqual([[0x80, 62, 64]]);
    expect(at(2, 1100)[0].slice(0, 2)).toEqual([0x94, 70]);
  });
  it('a lane that is given the note which another holds strikes it anew, and it ends with its last holder', () => {
    const pads = (notes: number[]) => {
      const own = touchPads(notes);
      return instrumentOf([own], [bankNotes(own, 'touch')]);
    };
    const { e, at } = awake(pads([60, 62]), [300, 300]);
    const events = (t: number, counts: number[]) =>
      at(1000 * t, counts).map(([status, note]) => [status, note]);
    for (let t = 0; t < 70; t++) at(1000 * t, [300, 300]);
    expect(events(70, [400, 300])).toEqual([[0x90, 60]]);
    changeEngine(e, compile(pads([64, 60])));
    expect([71, 72, 73].flatMap((t) => events(t, [400, 400]))).toEqual([
      [0x80, 60],
      [0x90, 60],
    ]);
    expect([74, 75, 76].flatMap((t) => events(t, [300, 400]))).toEqual([]);
    expect([77, 78, 79].flatMap((t) => events(t, [300, 300]))).toEqual([[0x80, 60]]);
  });
  it('a controller that goes elsewhere says there what it is', () => {
    const before = identityInstrument([breathController()]);
    const { at, change } = playing(before);
    at(0, 1520);
    change(identityInstrument([breathController({ controller: 7 })]));
    expect(at(1, 1520)).toEqual([[0xb0, 7, 64]]);
  });
  it('a range that leaves the value behind is taken at once, whatever the deadband', () => {
    const { at, change } = playing(identityInstrument([breathController({ deadband: 9 })]));
    at(0, 1040);
    change(identityInstrument([breathController({ deadband: 9, from: 5, to: 100 })]));
    expect(at(1, 1100)).toEqual([[0xb0, 2, 13]]);
  });
  it('a strike threshold that rises past a peak in its window gives the softest note, not the loudest', () => {
    const pads = (on: number) => {
      const own = strikePads([60]);
      if (own.calibration?.is === 'strike') own.calibration.lanes[0].on = on;
      return instrumentOf([own], [bankNotes(own, 'hit', { velocity: { is: 'strike', from: 1, to: 127 } })]);
    };
    const { e, at } = awake(pads(50), [2048]);
    at(0, [2128]);
    changeEngine(e, compile(pads(500)));
    expect(at(4000, [2048])).toEqual([[0x90, 60, 1]]);
  });
});

it('another structure ends what sounds and starts anew', () => {
  const { at, change } = playing(identityInstrument([breathNote(0)]));
  at(0, 1100);
  expect(change(identityInstrument([breathNote(0), breathController()]))).toEqual([[0x80, 62, 64]]);
  expect(at(1, 1100)).toEqual([]);
});
