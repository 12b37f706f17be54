import { readFileSync } from 'node:fs';
import JZZ from 'jzz';
import smf from 'jzz-midi-smf';
import { describe, expect, it } from 'vitest';
import { POST as prove } from '@/app/api/prove/route';
import { POST as render } from '@/app/api/render/route';
import type { Instrument } from '@/core/instrument/document';
import type { MidiEvent } from '@/core/midi/event';

smf(JZZ);
// The plug-in adds this class at run time; its package ships no types.
const { SMF: Smf } = JZZ.MIDI as unknown as { SMF: new (bytes: string) => ArrayLike<number>[][] };

const demo = (name: string): Instrument => JSON.parse(readFileSync(`demo/${name}.json`, 'utf8'));
const csv = (stem: string) => readFileSync(`demo/${stem}.csv`, 'utf8');
const post = (body: object, accept = 'application/json') =>
  new Request('http://127.0.0.1/api', {
    method: 'POST',
    headers: { host: '127.0.0.1', 'content-type': 'application/json', accept },
    body: JSON.stringify(body),
  });
const played = async (body: object): Promise<{ events: MidiEvent[]; findings: { code: string }[] }> =>
  (await render(post(body))).json();

describe('two boards in series', () => {
  const sallow = demo('sallow');
  const apart = { ...sallow, links: [] };
  const take = csv('sallow-wheel-sweep');

  it('what the first plays leaves the second, whole, in order, as late as a cable makes it; both as the C runtime does', async () => {
    const alone = await played({ instrument: apart, csv: take });
    const through = await played({ instrument: sallow, csv: take });
    expect(through.events.length).toBeGreaterThan(50);
    expect(through.events.map(({ bytes }) => bytes)).toEqual(alone.events.map(({ bytes }) => bytes));
    // 320 µs a byte (MIDI 1.0): a message of three is 0.96 ms later at the earliest, or waits for those before it.
    let freeUs = 0;
    through.events.slice(0, -2).forEach(({ tUs }, i) => {
      freeUs = Math.max(freeUs, alone.events[i].tUs) + 320 * alone.events[i].bytes.length;
      expect(tUs).toBe(freeUs);
    });
    // What enters the key board's wire leaves on it again.
    const { metrics } = await (await render(post({ instrument: sallow, csv: take }))).json();
    const [keys, wheel] = metrics.wires;
    expect([keys.board, wheel.board]).toEqual(['board', 'board-2']);
    expect(keys.busiestBytesPerSecond).toBe(metrics.busiestBytesPerSecond);
    expect(wheel.busiestBytesPerSecond).toBeGreaterThanOrEqual(keys.busiestBytesPerSecond);
    expect(await (await prove(post({ instrument: sallow, csv: take }))).json()).toMatchObject({
      by: 'c-runtime',
      identical: true,
    });
  });

  it('boards in a circle, one output that leads to two, and two boards of one name are refused by their field', async () => {
    const fieldOf = async (change: Partial<Instrument>) => {
      const body = await (await render(post({ instrument: { ...sallow, ...change }, csv: take }))).json();
      return body.errors?.[0].field as string;
    };
    const [a, b] = sallow.boards.map(({ id }) => id);
    const circle = [
      { from: a, to: b },
      { from: b, to: a },
    ];
    expect(await fieldOf({ links: circle })).toBe('instrument.links.0');
    const third = { ...sallow.boards[0], id: 'third', name: 'Third' };
    const two = [
      { from: a, to: b },
      { from: a, to: 'third' },
    ];
    expect(await fieldOf({ boards: [...sallow.boards, third], links: two })).toBe('instrument.links.1');
    const named = sallow.boards.map((own) => ({ ...own, name: 'Board' }));
    expect(await fieldOf({ boards: named })).toBe('instrument.boards.1.name');
  });
});

describe('a keyboard that a breath controller serves', () => {
  const wherry = demo('wherry');
  const take = csv('wherry-bellows-soft');
  const keyboard = { id: 'keys', name: 'Keyboard', board: 'board', blocks: [7], localOff: 1 };
  const instrument = { ...wherry, inputs: [keyboard] };
  const midiIn = [
    { tUs: 400_000, bytes: [0x90, 60, 90, 64, 90] },
    { tUs: 500_000, bytes: [0xb0, 7, 33, 11, 44] },
    { tUs: 600_000, bytes: [0xf0, 1, 2, 3, 0xf7, 0x90, 60, 0, 64, 0] },
  ];

  it('is told not to sound by itself; its notes pass among the breath, its own volume does not; as the C runtime does', async () => {
    const { events } = await played({ instrument, csv: take, midiIn });
    const bytes = events.map((own) => own.bytes);
    expect(bytes.slice(0, 3)).toContainEqual([0xb0, 122, 0]);
    expect(bytes.filter(([status, number]) => status === 0xb0 && number === 7)).toEqual([]);
    const passed = events.filter(({ bytes: [status, number] }) =>
      status === 0xb0 ? number === 11 : number === 60 || number === 64 || status === 0xf0,
    );
    expect(passed.filter(({ bytes: [, , value] }) => [90, 44, 2, 0].includes(value))).toMatchObject([
      { tUs: 400_960, bytes: [0x90, 60, 90] },
      { tUs: 401_600, bytes: [0x90, 64, 90] },
      { tUs: 501_600, bytes: [0xb0, 11, 44] },
      { tUs: 601_600, bytes: [0xf0, 1, 2, 3, 0xf7] },
      { tUs: 602_560, bytes: [0x90, 60, 0] },
      { tUs: 603_200, bytes: [0x90, 64, 0] },
    ]);
    expect(await (await prove(post({ instrument, csv: take, midiIn }))).json()).toMatchObject({
      by: 'c-runtime',
      identical: true,
    });
  });

  it('all of it stands in a MIDI file that another reader understands', async () => {
    const response = await render(post({ instrument, csv: take, midiIn }, 'audio/midi'));
    const [track] = new Smf(Buffer.from(await response.arrayBuffer()).toString('latin1'));
    const read = track.map((message) => Array.from(message));
    expect(read).toContainEqual([0xf0, 1, 2, 3, 0xf7]);
    expect(read).toContainEqual([0x90, 64, 90]);
  });

  it('garbage is counted and passes nowhere; an input that is not there, and time that goes back, are refused by their field', async () => {
    const noise = [{ tUs: 400_000, bytes: [5, 0xf4, 0xf9, 0x90, 60] }];
    const { events, findings } = await played({ instrument, csv: take, midiIn: noise });
    expect(events.map((own) => own.bytes)).toEqual(
      (await played({ instrument, csv: take })).events.map((own) => own.bytes),
    );
    expect(findings.map(({ code }) => code)).toContain('garbage-in');
    const fieldOf = async (body: object) => (await (await render(post(body))).json()).errors[0].field;
    expect(await fieldOf({ instrument: wherry, csv: take, midiIn })).toBe('midiIn.0.input');
    const back = [...midiIn].reverse();
    expect(await fieldOf({ instrument, csv: take, midiIn: back })).toBe('midiIn.1.tUs');
    expect(await fieldOf({ instrument, csv: take, midiIn: [{ tUs: 0, bytes: [256] }] })).toBe(
      'midiIn.0.bytes',
    );
  });
});
