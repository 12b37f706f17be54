import { readFileSync } from 'node:fs';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Instrument } from '../../instrument/document';
import type { LightVoice } from '../../instrument/voices';
import { bankNotes, instrumentOf, touchPads } from '../../testing/bank-instruments';
import { bellowsOf } from '../../testing/bellows';
import { awake } from '../../testing/play';
import type { Engine } from '../engine';
import { setScene } from '../play';
import { colourOf, lookAtLights, setShow } from './show';

const RED = '#ff0000';
const BLUE = '#0000ff';
const LOOK_US = 16_667;

const REST = 2042;
const LOUD = 3400;
const WHERRY = readFileSync('demo/wherry.json', 'utf8');

/** A bellows that shows its level, one voice after another. */
function lit(...voices: Partial<LightVoice>[]): Instrument {
  const instrument = bellowsOf(JSON.parse(WHERRY) as Instrument);
  const [{ zone, source, side }] = instrument.voices as LightVoice[];
  instrument.lights = { count: 8, as: 'clocked' };
  instrument.voices = voices.map((own, i) => ({
    ...{ id: `show-${i}`, is: 'light', zone, source, side },
    ...{ shows: 'bar', lights: [1, 8], colour: RED, ...own },
  }));
  return instrument;
}

const colours = (e: Engine, lights = 8): string[] =>
  Array.from({ length: lights }, (_, i) => {
    const hex = colourOf(e, i).map((c) => c.toString(16).padStart(2, '0'));
    return hex.join('');
  });

/** What is seen with a value of 0 … 127 on each voice. */
function seen(instrument: Instrument, ...values: number[]): string[] {
  const { e } = awake(instrument, [REST]);
  values.forEach((value, i) => setShow(e, i, value));
  // In the lit half of what flashes.
  lookAtLights(e, 300_000);
  return colours(e);
}

describe('a value on lights', () => {
  it('a bar lights as many as it is large, the last one in part; the other way round from the other end', () => {
    const dark = Array<string>(4).fill('000000');
    const full = Array<string>(4).fill('ff0000');
    expect(seen(lit({}), 127)).toEqual([...full, ...full]);
    expect(seen(lit({}), 0)).toEqual([...dark, ...dark]);
    const half = seen(lit({}), 71);
    expect(half.slice(0, 4)).toEqual(full);
    expect(half.slice(5)).toEqual(dark.slice(1));
    // 71 of 127 of eight lights: 4.472.
    expect(parseInt(half[4], 16) / 0xff0000).toBeCloseTo(0.47, 1);
    expect(seen(lit({ lights: [8, 1] }), 71)).toEqual(half.toReversed());
  });
  it('a point is one light; over a bar it hides one of its lights, and the bar hides it where it comes later', () => {
    const bar = {};
    const point: Partial<LightVoice> = { shows: 'point', colour: BLUE };
    const over = seen(lit(bar, point), 127, 40);
    expect(over.map((c) => c === '0000ff')).toEqual([0, 0, 1, 0, 0, 0, 0, 0].map(Boolean));
    expect(over.filter((c) => c === 'ff0000')).toHaveLength(7);
    expect(seen(lit(point, bar), 40, 127)).not.toContain('0000ff');
    expect(seen(lit({ ...point, lights: [5, 5] }), 127)[4]).toBe('0000ff');
  });
  it('fades between two colours, or over what earlier voices show', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 127 }), fc.boolean(), (value, covers) => {
        const fade: Partial<LightVoice> = {
          shows: 'fade',
          colour: '#10c0ff',
          under: covers ? '#804000' : undefined,
        };
        const [first] = seen(lit({ shows: 'fade', colour: '#208040' }, fade), 127, value);
        const under = covers ? [0x80, 0x40, 0] : [0x20, 0x80, 0x40];
        [0x10, 0xc0, 0xff].forEach((colour, c) => {
          const wanted = under[c] + ((colour - under[c]) * value) / 127;
          expect(Math.abs(parseInt(first.slice(2 * c, 2 * c + 2), 16) - wanted)).toBeLessThan(2);
        });
      }),
      { numRuns: 60 },
    );
  });
  it('is what its level reads, and nothing on any channel; in another scene it is dark', () => {
    const instrument = lit(
      { scenes: ['a'] },
      { shows: 'fade', lights: [8, 8], from: 127, to: 0, scenes: ['b'] },
    );
    instrument.scenes = ['a', 'b'].map((id) => ({ id, name: id }));
    const { e, at } = awake(instrument, [REST]);
    expect([at(0, [REST]), at(1000, [LOUD])].flat()).toEqual([]);
    lookAtLights(e, 1000);
    expect(colours(e)).toEqual(Array(8).fill('ff0000'));
    setScene(e, 1);
    at(2000, [LOUD]);
    lookAtLights(e, 500_000);
    expect(colours(e)).toEqual(Array(8).fill('000000'));
    at(503_000, [REST]);
    lookAtLights(e, 520_000);
    expect(colours(e)).toEqual([...Array<string>(7).fill('000000'), 'ff0000']);
  });
  it('the pads of a bank share the lights: each its own part while it is touched', () => {
    const pads = touchPads([60, 62, 64]);
    const instrument = instrumentOf([pads], [bankNotes(pads, 'touch')]);
    instrument.lights = { count: 8, as: 'clocked' };
    const source = { sensor: 'pads', port: 'touch' };
    const common = { id: 'show', zone: instrument.zones[0].id, side: 'both' as const, source };
    const voice = (lights: number[]): LightVoice => ({
      ...common,
      is: 'light',
      shows: 'fade',
      lights,
      colour: RED,
    });
    const lights = (own: number[], touched: number) => {
      const { e, at } = awake({ ...instrument, voices: [voice(own)] }, [300, 300, 300]);
      at(
        0,
        [0, 1, 2].map((i) => (i === touched ? 400 : 300)),
      );
      at(
        1000,
        [0, 1, 2].map((i) => (i === touched ? 400 : 300)),
      );
      lookAtLights(e, 2000);
      return colours(e).flatMap((colour, i) => (colour === 'ff0000' ? [i + 1] : []));
    };
    expect([0, 1, 2].map((pad) => lights([1, 8], pad))).toEqual([
      [1, 2],
      [3, 4, 5],
      [6, 7, 8],
    ]);
    expect([0, 1, 2].map((pad) => lights([4, 2], pad))).toEqual([[4], [3], [2]]);
    // Fewer lights than pads: any of them.
    expect([0, 1, 2].map((pad) => lights([7, 8], pad))).toEqual([
      [7, 8],
      [7, 8],
      [7, 8],
    ]);
  });
});

describe('flashing', () => {
  it('never three times in a second, whatever is played and however often it is looked at (WCAG 2.2, 2.3.1)', () => {
    const steps = fc.array(fc.tuple(fc.integer({ min: 1000, max: 60_000 }), fc.constantFrom(0, 127)), {
      minLength: 200,
      maxLength: 200,
    });
    fc.assert(
      fc.property(
        steps,
        fc.constantFrom('bar', 'fade', 'flash'),
        fc.nat(2 ** 31),
        (plays, shows, beganUs) => {
          const { e } = awake(lit({ shows }), [REST]);
          const rose: number[] = [];
          let before = '000000';
          let tUs = beganUs;
          for (const [waits, value] of plays) {
            tUs += waits;
            setShow(e, 0, value);
            lookAtLights(e, tUs % 2 ** 32);
            const [now] = colours(e, 1);
            if (before === '000000' && now !== before) rose.push(tUs);
            before = now;
          }
          rose.forEach((at, i) => expect(rose[i + 3] ?? Infinity).toBeGreaterThan(at + 1e6));
        },
      ),
      { numRuns: 200 },
    );
  });
  it('while it is played, twice a second', () => {
    const { e } = awake(lit({ shows: 'flash' }), [REST]);
    setShow(e, 0, 1);
    let changes = 0;
    let before = '000000';
    for (let tUs = 0; tUs < 10e6; tUs += LOOK_US) {
      lookAtLights(e, tUs);
      if (colours(e, 1)[0] !== before) changes++;
      before = colours(e, 1)[0];
    }
    // 524 ms from flash to flash, two changes each.
    expect(changes).toBe(38);
  });
});
