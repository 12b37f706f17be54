import { describe, expect, it } from 'vitest';
import { bankNotes, instrumentOf, touchPads } from '../../testing/bank-instruments';
import { breathController, breathNote, identityInstrument } from '../../testing/identity-response';
import { clashesOf } from '../clashes';
import { newInstrument } from '../create';
import type { ControllerVoice, NoteVoice, Voice } from '../voices';
import { faultsOf } from '.';

it('a new instrument has no faults', () => {
  expect(faultsOf(newInstrument('a', 'A', '2026-01-01T00:00:00Z'))).toEqual([]);
});

describe('banks', () => {
  it('have a column each of their own', () => {
    const pads = touchPads([60, 62]);
    pads.lanes[1].column = 'p0';
    expect(faultsOf(instrumentOf([pads], [])).map((f) => f.path)).toEqual(['sensors.0.lanes.1.column']);
  });
});

describe('voices', () => {
  const faults = (voice: Voice): string[] => {
    return faultsOf(identityInstrument([voice])).map((f) => f.path);
  };
  const controller = (v: Partial<ControllerVoice>) => faults(breathController(v));
  const note = (v: Partial<NoteVoice>) => faults(breathNote(5, v));
  it.each([
    ['14 bits past controller 31', { controller: 40, bits: 14 as const }, ['voices.0.controller']],
    ['a range of 14 bits on 7', { to: 500 }, ['voices.0.to']],
    ['a range upside down, which turns it round', { from: 90, to: 30 }, []],
    ['a beginning past its bits', { from: 200 }, ['voices.0.from']],
    ['an empty range', { from: 64, to: 64 }, ['voices.0.to']],
    ['nobody’s sensor', { source: { sensor: 'ghost', port: 'breath' } }, ['voices.0.source.sensor']],
    ['a zone that is not there', { zone: 'away' }, ['voices.0.zone']],
    ['a scene that is not there', { scenes: ['night'] }, ['voices.0.scenes.0']],
    ['nothing wrong', { bits: 14 as const, to: 16383 }, []],
  ])('%s', (_, v, want) => expect(controller(v)).toEqual(want));
  it('velocities upside down, and a pitch from nobody', () => {
    const velocity = { is: 'attack', windowMs: 5, full: 9, from: 90, to: 10 } as const;
    expect(note({ velocity })).toEqual(['voices.0.velocity.to']);
    const source = { sensor: 'ghost', port: 'pad' };
    expect(note({ pitch: { is: 'chosen', source, by: 'last' } })).toEqual(['voices.0.pitch.source.sensor']);
  });
});

describe('the channel plan', () => {
  const says = (voices: Voice[]) => clashesOf(identityInstrument(voices)).map((c) => c.says);
  it('names two voices that overwrite each other, the low byte of 14 bits among them', () => {
    expect(says([breathController(), breathController()])).toEqual([
      '2 voices send CC 2 breath on channel 1: each overwrites the other.',
    ]);
    expect(says([breathController({ bits: 14 }), breathController({ controller: 34 })])).toHaveLength(1);
    expect(says([breathNote(), breathNote()])[0]).toMatch(/D4 on channel 1/);
    expect(says([breathController(), breathController({ controller: 3 })])).toEqual([]);
  });
  it('knows the notes of lanes, and the channels of a zone that gives each its own', () => {
    const pads = touchPads([60, 62]);
    const both = instrumentOf([pads], [bankNotes(pads, 'touch'), bankNotes(pads, 'touch')]);
    expect(clashesOf(both)).toHaveLength(2);
    both.zones.push({ is: 'lanes', id: 'apart', first: 5, count: 4 });
    both.voices[1].zone = 'apart';
    expect(clashesOf(both)).toEqual([]);
  });
  it('warns of controller 7, which is the mixer’s', () => {
    expect(says([breathController({ controller: 7 })])[0]).toMatch(/mixer/);
  });
});

describe('what the board counts in eight bits', () => {
  it('is at most 255 lanes a board, and as many that can sound', () => {
    const pads = (n: number, id: string) => {
      const own = touchPads(Array.from({ length: n }, (_, i) => i));
      return { ...own, id, lanes: own.lanes.map((l) => ({ ...l, column: `${id}${l.column}` })) };
    };
    const of = (n: number, voices: number) => {
      const sensors = [pads(128, 'a'), pads(n, 'b')];
      return instrumentOf(
        sensors,
        Array.from({ length: voices }, (_, i) => bankNotes(sensors[i % 2], 'touch')),
      );
    };
    expect(faultsOf(of(127, 2))).toEqual([]);
    expect(faultsOf(of(128, 0))).toEqual([
      { path: 'boards.0', says: 'a board can have at most 255 lanes, got 256' },
    ]);
    expect(faultsOf(of(127, 3)).map((f) => f.path)).toEqual(['voices.2']);
  });
});
