import { readFileSync } from 'node:fs';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { randomInstrument } from '@/core/testing/random-instruments';
import { checkInstrument, readInstrument, writeInstrument } from './instrument-json';
import { many } from '../../testing/many';

const demo = () => JSON.parse(readFileSync('demo/wherry.json', 'utf8'));
const faultsAt = (value: unknown) => {
  const read = checkInstrument(value);
  return read.ok ? [] : read.faults.map((f) => f.path);
};
const broken = (change: (d: ReturnType<typeof demo>) => void) => {
  const document = demo();
  change(document);
  return document;
};

describe('instruments as JSON', () => {
  it('come back as they went', () => {
    for (let seed = 1; seed <= 60; seed++) {
      const instrument = JSON.parse(JSON.stringify(randomInstrument(seed)));
      const read = readInstrument(writeInstrument(instrument));
      expect(read.ok && read.value).toEqual(instrument);
    }
  });
  it('name each fault by its path, and import nothing', () => {
    expect(faultsAt(broken((d) => delete d.boards))).toEqual(['boards']);
    expect(faultsAt(broken((d) => (d.boards = [])))).toContain('boards');
    expect(faultsAt(broken((d) => (d.boards[0].bits = 99)))).toEqual(['boards.0.bits']);
    expect(faultsAt(broken((d) => (d.sensors = [null])))).toContain('sensors');
    expect(faultsAt(broken((d) => (d.sensors[0].kind = 'sonar')))).toEqual(['sensors.0.kind']);
    expect(faultsAt(broken((d) => (d.sensors[0].calibration.is = 'touch')))).toContain(
      'sensors.0.calibration.lanes.0.up',
    );
    expect(faultsAt(broken((d) => (d.sensors[0].calibration.is = 'guess')))).toEqual([
      'sensors.0.calibration',
    ]);
    expect(faultsAt(broken((d) => (d.sensors[0].calibration.lanes[0].rest = 'low')))).toContain(
      'sensors.0.calibration.lanes.0.rest',
    );
    expect(faultsAt(broken((d) => (d.sensors[0].calibration.lanes[0].up.on = 1)))).toContain(
      'sensors.0.calibration.lanes.0.up.on',
    );
    expect(faultsAt(broken((d) => delete d.sensors[1].lanes[3].column))).toEqual([
      'sensors.1.lanes.3.column',
    ]);
    expect(faultsAt(broken((d) => (d.sensors[0].facts = { perKpa: 99 })))).toEqual([
      'sensors.0.facts.perKpa',
    ]);
    expect(faultsAt(broken((d) => (d.sensors[0].responses = [{ port: 'breath', family: 'power' }])))).toEqual(
      ['sensors.0.responses.0'],
    );
    expect(faultsAt(broken((d) => (d.sensors[0].surprise = 1)))).toEqual(['sensors.0.surprise']);
    expect(faultsAt(broken((d) => (d.voices[0].source.sensor = 'nobody')))).toContain(
      'voices.0.source.sensor',
    );
    expect(faultsAt(broken((d) => (d.voices[0].source.port = 'taste')))).toEqual(['voices.0.source.port']);
    expect(faultsAt(broken((d) => (d.voices[1].gate.port = 'breath')))).toEqual(['voices.1.gate.port']);
    expect(faultsAt(broken((d) => (d.voices[0].source.lane = 'left')))).toEqual(['voices.0.source.lane']);
    expect(faultsAt(broken((d) => (d.voices[1].pitch.source.lane = 'leaf-2')))).toEqual([
      'voices.1.pitch.source.lane',
    ]);
    expect(faultsAt(broken((d) => (d.voices[0].controller = 120)))).toEqual(['voices.0.controller']);
    expect(faultsAt(broken((d) => (d.voices[0].zone = 'nowhere')))).toEqual(['voices.0.zone']);
    expect(faultsAt(broken((d) => (d.voices[1].velocity.full = 0)))).toEqual(['voices.1.velocity.full']);
    let last = 0;
    const doubled = broken((d) => (last = d.voices.push(d.voices[0]) - 1));
    expect(faultsAt(doubled)).toContain(`voices.${last}.id`);
  });
  it('from a newer version, of another kind, or no JSON at all, say so in one sentence', () => {
    const says = (text: string) => {
      const read = readInstrument(text);
      return read.ok ? '' : read.faults[0].says;
    };
    expect(says(JSON.stringify({ ...demo(), version: 4 }))).toMatch(
      /newer Cheironom.*Nothing was imported; update first/,
    );
    for (const version of [0, 1.5, '3', undefined])
      expect(says(JSON.stringify({ ...demo(), version }))).toMatch(/a whole number of 1 … 3 is required/);
    expect(says('{"format":"poem"}')).toMatch(/another kind of file/);
    expect(says('{"format":')).toMatch(/not JSON.*Nothing was imported/);
    expect(says('[1]')).toMatch(/an instrument is required/);
  });
  it('may leave out what has a default: a calibration as the server’s example has it', () => {
    const read = checkInstrument({
      format: 'cheironom-instrument',
      version: 3,
      id: 'short',
      name: 'Short',
      boards: [{ id: 'b', name: 'b', bits: 12, supplyVolts: 3.3, scanHz: 1000, tableBits: 5 }],
      sensors: [
        {
          id: 'bellows',
          name: 'Bellows',
          kind: 'breath-gauge',
          lanes: [{ id: 'bellows', column: 'bellows' }],
          calibration: {
            is: 'level',
            lanes: [{ lane: 'bellows', rest: 2041.6, noise: 3.1, up: { reach: 1538, on: 21, off: 6 } }],
          },
        },
      ],
    });
    expect(read.ok && read.value.sensors[0]).toMatchObject({
      board: 'b',
      responses: [],
      calibration: {
        polarity: 'rising',
        lanes: [{ lane: 'bellows', up: { reach: 1538, dead: 21, on: 21, off: 6 }, down: null }],
      },
    });
  });
  it('are refused where a field is named as what every object has, or nesting has no end', () => {
    for (const name of ['constructor', 'toString', '__proto__', 'hasOwnProperty']) {
      const text = JSON.stringify(demo()).replace('"kind":', `"${name}":1,"kind":`);
      expect(readInstrument(text)).toEqual({
        ok: false,
        faults: [{ path: `sensors.0.${name}`, says: `a field cannot be named ${name}` }],
      });
    }
    const deep = { ...demo(), log: JSON.parse('['.repeat(20_000) + ']'.repeat(20_000)) };
    expect(checkInstrument(deep)).toMatchObject({ faults: [{ says: 'at most 32 levels can be nested' }] });
  });
  it('never throw, whatever they are given', () => {
    fc.assert(
      fc.property(fc.jsonValue(), (value) => void checkInstrument(value)),
      { numRuns: many(60) },
    );
    const paths = ['boards', 'zones', 'sensors', 'voices', 'log', 'name', 'id', 'version'];
    fc.assert(
      fc.property(
        fc.constantFrom(...paths),
        fc.jsonValue(),
        (key, value) => void checkInstrument({ ...demo(), [key]: value }),
      ),
      { numRuns: many(60) },
    );
    fc.assert(
      fc.property(
        fc.constantFrom(...Object.keys(demo().sensors[0].calibration)),
        fc.jsonValue(),
        (key, value) => void checkInstrument(broken((d) => (d.sensors[0].calibration[key] = value))),
      ),
      { numRuns: many(60) },
    );
  });
});
