import { readFileSync } from 'node:fs';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { identityInstrument, levelWith, oneSided } from '@/core/testing/identity-response';
import { randomInstrument, randomTwoScenes, withOtherSettings } from '@/core/testing/random-instruments';
import { compile } from '../../compile/compile';
import { otherSettings } from './other-settings';
import { readDump, writeDump } from './settings-dump';
import { dumpRoom } from './settings-room';
import { dumpInSysex, settingsSysex } from './settings-sysex';
import { many } from '../../testing/many';

const demo = () => JSON.parse(readFileSync('demo/wherry.json', 'utf8'));

describe('settings', () => {
  const pairs = fc.integer({ min: 1, max: 10_000 }).map((seed) => {
    const instrument = randomInstrument(seed);
    return { image: compile(instrument), other: compile(withOtherSettings(instrument, seed + 1)) };
  });
  const NOBODY = { digest: '00000000', wiring: '' };
  const says = (read: ReturnType<typeof readDump>) => (read.ok ? '' : read.faults[0].says);
  it('come back from a dump as they went, and from a message among others, into an image of the same structure', () => {
    fc.assert(
      fc.property(pairs, ({ image, other }) => {
        const dump = writeDump(other, { digest: '0123abcd', wiring: 'A0' });
        expect(dump.length).toBeLessThanOrEqual(dumpRoom(image));
        const line = Uint8Array.from([0x90, 60, 64, 0xf0, 0x7e, 0xf7, ...settingsSysex(dump), 0x80, 60, 64]);
        expect(Array.from(line.slice(9, -4)).every((byte) => byte < 0x80 || byte === 0xf0)).toBe(true);
        expect(dumpInSysex(line)).toEqual({ ok: true, value: dump });
        const read = readDump(dump, image, 'A0');
        expect(says(readDump(dump, image, 'A1'))).toMatch(/or pins/);
        expect(read).toEqual({
          ok: true,
          value: { image: { ...other, max_bytes: image.max_bytes }, digest: '0123abcd' },
        });
        expect(otherSettings(other, read.ok ? read.value.image : image)).toEqual([]);
      }),
      { numRuns: many(20) },
    );
  });
  it('are refused where a byte is another, a part is missing, or they are of another structure, and read nothing that is not there', () => {
    fc.assert(
      fc.property(pairs, fc.nat(), fc.integer({ min: 1, max: 255 }), ({ image, other }, at, by) => {
        const dump = writeDump(other, NOBODY);
        const wrong = dump.slice();
        wrong[at % dump.length] ^= by;
        expect(says(readDump(wrong, image, ''))).not.toBe('');
        expect(says(readDump(dump.subarray(0, at % dump.length), image, ''))).toMatch(/not whole/);
        expect(dumpInSysex(settingsSysex(dump).subarray(0, -1)).ok).toBe(false);
      }),
      { numRuns: many(20) },
    );
    const [one, two] = [7, 8].map((seed) => compile(randomInstrument(seed)));
    expect(says(readDump(writeDump(one, NOBODY), two, ''))).toMatch(/another structure.*load the board anew/);
    // Whole, and of this structure, but a control points past the stairs.
    const instrument = demo();
    const image = compile(instrument);
    const control = image.controls.findIndex((c) => c.span > 0);
    const past = {
      ...image,
      controls: image.controls.map((c, i) =>
        i === control ? { ...c, curve: [60_000, 60_000] as [number, number] } : c,
      ),
    };
    expect(says(readDump(writeDump(past, NOBODY), image, ''))).toMatch(/not whole/);
    // And what counts a step of an encoder sixteen, or never follows what it is to follow.
    const dials = compile(randomTwoScenes(22));
    const sixteen = { ...dials, turns: dials.turns.map((turn) => ({ ...turn, most: 4 })) };
    expect(says(readDump(writeDump(dials, NOBODY), dials, ''))).toBe('');
    expect(says(readDump(writeDump(sixteen, NOBODY), dials, ''))).toMatch(/not whole/);
    const sheet = identityInstrument([]);
    sheet.sensors[0].calibration = levelWith(oneSided, {}, { creep: 'followed' });
    const creeps = compile(sheet);
    const never = { ...creeps, creeps: creeps.creeps.map((own) => ({ ...own, every: 0 })) };
    expect(says(readDump(writeDump(never, NOBODY), creeps, ''))).toMatch(/not whole/);
  });
});
