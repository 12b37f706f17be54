import { describe, expect, it } from 'vitest';
import { clashesOf } from './clashes';
import { breathVoices } from '../calibrate/first-voices';
import { newInstrument } from './create';
import type { Calibration, Instrument, Voice } from './document';
import { faultsOf } from './rules';

const calibration: Calibration = {
  rest: 2000.4,
  noise: 3,
  polarity: 'rising',
  reach: { up: 3500, down: 600 },
  on: 2020,
  off: 2008,
  onDown: 1980,
  offDown: 1992,
  deadZone: { up: 20, down: 20 },
  takes: [],
  method: '',
};
const instrument = (change: Partial<Calibration> = {}): Instrument => {
  const i = newInstrument('i', 'I', '2026-01-01T00:00:00Z');
  i.sensors[0].calibration = { ...calibration, ...change };
  i.voices = breathVoices('breath', null);
  return i;
};
const paths = (i: Instrument) => faultsOf(i).map((f) => f.path.replace('sensors.0.calibration.', ''));

describe('the order along each side: rest < off < on < reach', () => {
  it('holds for what a calibration gives, and for a new instrument', () => {
    expect(faultsOf(instrument())).toEqual([]);
    expect(faultsOf(newInstrument('a', 'A', '2026-01-01T00:00:00Z'))).toEqual([]);
  });
  it.each([
    ['off at rest', { off: 2000 }, ['off']],
    ['on short of off', { on: 2005 }, ['on']],
    ['reach short of on', { reach: { up: 2015, down: 600 } }, ['reach.up', 'deadZone.up']],
    ['the far side turned about', { onDown: 1995 }, ['onDown']],
    ['half a far side', { offDown: null }, ['reach.down']],
    ['a dead zone past reach', { deadZone: { up: 1600, down: 20 } }, ['deadZone.up']],
    ['a reach past the converter', { reach: { up: 5000, down: 600 } }, ['reach.up']],
    ['a rest below it', { rest: -3 }, ['rest', 'onDown', 'reach.down', 'offDown']],
    ['rising thresholds on a falling sensor', { polarity: 'falling' as const }, ['off', 'on', 'reach.up']],
  ])('names %s', (_, change, want) => {
    expect(paths(instrument(change))).toEqual(expect.arrayContaining(want.slice(0, 1)));
  });
});

describe('voices', () => {
  const voice = (v: Partial<Voice>): string[] => {
    const i = instrument();
    i.voices = [
      { id: 'v', sensor: 'breath', kind: 'controller', side: 'both', channel: 1, controller: 2, ...v },
    ];
    return faultsOf(i).map((f) => f.path);
  };
  it.each([
    ['no controller number', { controller: undefined }, ['voices.0.controller']],
    ['14 bits past controller 31', { controller: 40, bits: 14 as const }, ['voices.0.controller']],
    ['a range of 14 bits on 7', { to: 500 }, ['voices.0.to']],
    ['a range upside down', { from: 90, to: 30 }, ['voices.0.to']],
    ['an empty range', { from: 64, to: 64 }, ['voices.0.to']],
    ['a note without its number', { kind: 'note' as const }, ['voices.0.note']],
    [
      'velocities upside down',
      { kind: 'note' as const, note: 60, velocity: { windowMs: 5, full: 9, from: 90, to: 10 } },
      ['voices.0.velocity.to'],
    ],
    ['nobody’s sensor', { sensor: 'ghost' }, ['voices.0.sensor']],
    ['nothing wrong', { bits: 14 as const, to: 16383 }, []],
  ])('%s', (_, v, want) => expect(voice(v)).toEqual(want));
});

describe('the channel plan', () => {
  const level = (id: string, v: Partial<Voice>): Voice => ({
    id,
    sensor: 's',
    kind: 'controller',
    side: 'both',
    channel: 1,
    controller: 2,
    ...v,
  });
  it('names two voices that overwrite each other, the low byte of 14 bits among them', () => {
    expect(clashesOf([level('a', {}), level('b', {})])[0]).toEqual({
      voices: ['a', 'b'],
      says: '2 voices send breath 2 on channel 1: each overwrites the other.',
    });
    expect(clashesOf([level('a', { bits: 14 }), level('b', { controller: 34 })])).toHaveLength(1);
    expect(
      clashesOf([level('a', { kind: 'pressure' }), level('b', { kind: 'pressure', channel: 2 })]),
    ).toEqual([]);
    expect(
      clashesOf([level('a', { kind: 'note', note: 60 }), level('b', { kind: 'note', note: 60 })])[0].says,
    ).toMatch(/C4 on channel 1/);
  });
  it('warns of controller 7, which is the mixer’s, and of nothing in the first voices', () => {
    expect(clashesOf([level('a', { controller: 7 })])[0].says).toMatch(/mixer/);
    expect(clashesOf(breathVoices('s', null))).toEqual([]);
  });
});

describe('what the board counts in eight bits', () => {
  it('is at most 255 notes and 255 controllers of one sensor', () => {
    const i = instrument();
    const notes = (n: number) =>
      Array.from({ length: n }, (_, k): Voice => ({
        id: `n${k}`,
        sensor: 'breath',
        kind: 'note',
        side: 'both',
        channel: 1,
        note: k % 128,
      }));
    i.voices = notes(255);
    expect(faultsOf(i)).toEqual([]);
    i.voices = notes(256);
    expect(faultsOf(i)).toEqual([{ path: 'voices.255', says: 'a sensor can have at most 255 notes' }]);
  });
});
