import { levelOf } from '../../ways/registry';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { compile } from '../../compile/compile';
import { checkInstrument } from '../../exchange/document/instrument-json';
import { channelsOfVoice, responseAt } from '../access';
import { upgraded } from './upgrade';
import { countAt } from '../../ways/level/lane-level';
import version1 from './version-1.example.json';
import version2 from './version-2.example.json';

/** An instrument as version 1 of the document had it: written by the first application that could, never changed since. */
const old = () => JSON.parse(JSON.stringify(version1));
/** One as version 2 had it, likewise. */
const older = () => JSON.parse(JSON.stringify(version2));

describe('a document of version 1', () => {
  it('is read for ever: everything that was measured, shaped and voiced is where it belongs', () => {
    const read = checkInstrument(old());
    if (!read.ok) throw new Error(JSON.stringify(read.faults));
    const { version, boards, sensors, voices, zones } = read.value;
    expect(version).toBe(3);
    expect(boards).toEqual([{ id: 'board', midiBaud: 31_250, ...version1.board }]);
    const [bellows] = sensors;
    expect(bellows.lanes).toEqual([{ id: 'breath', column: 'bellows', pin: 'A0' }]);
    expect(bellows.facts).toEqual(version1.sensors[0].gauge);
    const { rest, reach, on } = version1.sensors[0].calibration;
    const breath = levelOf(bellows)!;
    expect(breath.rest).toBe(rest);
    expect([countAt(breath, breath.up.on), countAt(breath, breath.up.reach)]).toEqual([on, reach.up]);
    expect(responseAt(bellows, 'breath')).toMatchObject(version1.sensors[0].response);
    expect(zones).toEqual([{ is: 'single', id: 'channel-1', channel: 1 }]);
    const [level, note] = version1.voices;
    expect(voices[0]).toMatchObject({
      is: 'controller',
      source: { sensor: 'bellows', port: 'breath' },
      controller: level.controller,
      perSecond: level.perSecond,
    });
    expect(voices[1]).toMatchObject({
      is: 'note',
      gate: { sensor: 'bellows', port: 'gate' },
      pitch: { is: 'fixed', note: note.note },
      velocity: { is: 'attack', ...note.velocity },
    });
    expect(compile(read.value).gates).toHaveLength(1);
  });
  it('keeps each voice on its channel, and a steady 100 where a note named no velocity', () => {
    const document = old();
    document.voices[0].channel = 5;
    delete document.voices[1].velocity;
    delete document.voices[1].channel;
    const read = checkInstrument(document);
    if (!read.ok) throw new Error(JSON.stringify(read.faults));
    const [level, note] = read.value.voices;
    expect(channelsOfVoice(read.value, level)).toEqual([5]);
    expect(channelsOfVoice(read.value, note)).toEqual([1]);
    expect(note).toMatchObject({ velocity: { is: 'fixed', value: 100 } });
  });
  it('is left as it is by its upgrade, and nonsense in it is named, never thrown', () => {
    const document = old();
    const before = JSON.stringify(document);
    upgraded(document, 1);
    expect(JSON.stringify(document)).toBe(before);
    fc.assert(
      fc.property(fc.constantFrom(...Object.keys(version1)), fc.jsonValue(), (key, value) => {
        checkInstrument({ ...old(), [key]: value });
      }),
      { numRuns: 300 },
    );
    const refused = checkInstrument({ ...old(), voices: 'none' });
    expect(refused.ok ? [] : refused.faults.map((f) => f.path)).toContain('voices');
  });
});

describe('a document of version 2', () => {
  const sensorsOf = (document: unknown) => {
    const read = checkInstrument(document);
    if (!read.ok) throw new Error(JSON.stringify(read.faults));
    return read.value.sensors;
  };
  it('has its one level a sensor as a bank of one lane, its thresholds as distances from the whole-count rest', () => {
    const [bellows, leaves] = sensorsOf(older());
    const was = version2.sensors[0].calibration!;
    expect(bellows.calibration).toEqual({
      ...{ is: 'level', polarity: 'rising', holdOffMs: was.holdOffMs },
      lanes: [
        {
          ...{ lane: 'bellows', rest: 2041.84, noise: was.noise, attack: was.attack },
          up: { reach: 3377 - 2042, dead: 18, on: 2060 - 2042, off: 2048 - 2042 },
          down: { reach: 2042 - 749, dead: 19, on: 2042 - 2023, off: 2042 - 2035 },
        },
      ],
      ...{ takes: was.takes, method: was.method, measuredAt: was.measuredAt },
    });
    expect(leaves.calibration).toEqual(version2.sensors[1].calibration);
  });
  it('may have left out what followed from the rest; one that fell, and one that is kept for another board, too', () => {
    const document = older();
    const falling = { is: 'level', rest: 900.4, noise: 2, reach: { up: 100 }, on: 870, off: 880 };
    document.sensors[2].calibration = falling;
    document.sensors[2].former = { bits: 12, calibration: { ...falling, takes: [], method: '' } };
    const [, , thumb] = sensorsOf(document);
    const want = {
      polarity: 'falling',
      lanes: [{ up: { reach: 800, dead: 30, on: 30, off: 20 }, down: null }],
    };
    expect(thumb.calibration).toMatchObject(want);
    expect(thumb.former?.calibration).toMatchObject(want);
  });
  it('is refused where half a second side stood', () => {
    const document = older();
    document.sensors[0].calibration.offDown = null;
    const refused = checkInstrument(document);
    expect(refused.ok ? [] : refused.faults.map((f) => f.path)).toContain(
      'sensors.0.calibration.lanes.0.down.off',
    );
  });
});

it('a mouth resonator of version 3 whose lane was a column is read as the contact of its comparator', () => {
  const document = upgraded(older(), 2) as { sensors: object[] };
  const [board] = (document as unknown as { boards: { id: string }[] }).boards;
  const pipe = { id: 'pipe', name: 'Pipe', kind: 'mouth-resonator', board: board.id, responses: [] };
  document.sensors.push({ ...pipe, lanes: [{ id: 'pipe', column: 'pipe', pin: 'A5' }] });
  const read = checkInstrument(document);
  if (!read.ok) throw new Error(JSON.stringify(read.faults));
  expect(read.value.sensors.at(-1)!.lanes).toEqual([{ id: 'pipe', contacts: ['pipe'], pin: 'A5' }]);
});

it('magnet keys of version 3 whose depth a voice named, which nothing played, are read without it', () => {
  const document = upgraded(older(), 2) as { sensors: object[]; voices: object[] };
  const { boards, zones } = document as unknown as { boards: { id: string }[]; zones: { id: string }[] };
  const [board, zone] = [boards[0].id, zones[0].id];
  const keys = { id: 'keys', name: 'Keys', kind: 'magnet-keys', board };
  document.sensors.push({
    ...keys,
    lanes: [{ id: 'k', column: 'k', pin: 'A5' }],
    responses: [{ port: 'depth', family: 'power', gamma: 2 }],
  });
  const before = document.voices.length;
  document.voices.push({
    ...{ id: 'deep', is: 'controller', side: 'both', zone, controller: 20 },
    source: { sensor: 'keys', port: 'depth' },
  });
  const read = checkInstrument(document);
  if (!read.ok) throw new Error(JSON.stringify(read.faults));
  expect(read.value.voices.length).toBe(before);
  expect(read.value.sensors.at(-1)!.responses).toEqual([]);
});
