import { levelOf } from '../ways/level/level-of';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { compile } from '../compile/compile';
import { checkInstrument } from '../exchange/document/instrument-json';
import { channelsOfVoice, responseAt } from './access';
import { upgraded } from './upgrade';
import version1 from './version-1.example.json';

/** An instrument as version 1 of the document had it: written by the first application that could, never changed since. */
const old = () => JSON.parse(JSON.stringify(version1));

describe('a document of version 1', () => {
  it('is read for ever: everything that was measured, shaped and voiced is where it belongs', () => {
    const read = checkInstrument(old());
    if (!read.ok) throw new Error(JSON.stringify(read.faults));
    const { version, boards, sensors, voices, zones } = read.value;
    expect(version).toBe(2);
    expect(boards).toEqual([{ id: 'board', midiBaud: 31_250, ...version1.board }]);
    const [bellows] = sensors;
    expect(bellows.lanes).toEqual([{ id: 'breath', column: 'bellows', pin: 'A0' }]);
    expect(bellows.facts).toEqual(version1.sensors[0].gauge);
    expect(levelOf(bellows)).toMatchObject(version1.sensors[0].calibration);
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
