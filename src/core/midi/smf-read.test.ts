import JZZ from 'jzz';
import smf from 'jzz-midi-smf';
import { expect, it } from 'vitest';
import { writeSmf } from './smf';
import { readSmf } from './smf-read';

smf(JZZ);

const bytesOf = (base64: string) => Uint8Array.from(atob(base64), (c) => c.charCodeAt(0));

/** Written by csvmidi (midicsv 1.1, Debian), two tracks of 480 ticks a beat, with running status; its tempo doubles at tick 960. */
const BY_CSVMIDI =
  'TVRoZAAAAAYAAQACAeBNVHJrAAAAHAD/AwV0ZW1wbwD/UQMHoSCHQP9RAwPQkAD/LwBNVHJrAAAAOwD/AwR0dW5lALAHZACQPECDYJA8AACQQEaDYIBAHgDgEE6DYJBDWoNggEMAAPAEfn8J94NgwAUA/y8A';

it('reads a file of csvmidi: a beat of 480 ticks is half a second, then a quarter', () => {
  const read = readSmf(bytesOf(BY_CSVMIDI));
  expect(read.ok && read.value.names).toEqual(['tempo', 'tune']);
  expect(read.ok && read.value.events.map(({ tUs, bytes }) => [tUs / 1000, ...bytes])).toEqual([
    [0, 0xb0, 7, 100],
    [0, 0x90, 60, 64],
    [500, 0x90, 60, 0],
    [500, 0x90, 64, 70],
    [1000, 0x80, 64, 30],
    [1000, 0xe0, 10000 & 127, 10000 >> 7],
    [1250, 0x90, 67, 90],
    [1500, 0x80, 67, 0],
    [1500, 0xf0, 126, 127, 9, 0xf7],
    [1750, 0xc0, 5],
  ]);
});

it('reads what another writer, jzz-midi-smf 1.9, wrote', () => {
  const { SMF } = JZZ.MIDI as unknown as {
    SMF: {
      new (type: number, ppqn: number): { push(track: unknown): void; dump(): string };
      MTrk: new () => Track;
    };
  };
  interface Track {
    add(tick: number, message: unknown): Track;
  }
  const { smfBPM } = JZZ.MIDI as unknown as { smfBPM(bpm: number): unknown };
  const song = new SMF(0, 96);
  const track = new SMF.MTrk();
  song.push(track);
  track
    .add(0, smfBPM(100))
    .add(48, JZZ.MIDI.noteOn(0, 62, 80))
    .add(96, smfBPM(200))
    .add(192, JZZ.MIDI.noteOff(0, 62, 64));
  const read = readSmf(Uint8Array.from(song.dump(), (c) => c.charCodeAt(0)));
  // 48 ticks of a beat of 600 ms, then 48 more, then 96 of 300 ms.
  expect(read.ok && read.value.events.map(({ tUs, bytes }) => [Math.round(tUs / 1000), ...bytes])).toEqual([
    [300, 0x90, 62, 80],
    [900, 0x80, 62, 64],
  ]);
});

it('reads back its own, and refuses one that is cut short anywhere, or holds what is no message', () => {
  const events = [
    { tUs: 0, bytes: [0x90, 60, 100] },
    { tUs: 250_000, bytes: [0xf8] },
    { tUs: 400_000, bytes: [0x80, 60, 64] },
  ];
  const file = writeSmf(events, 0, 'own');
  const read = readSmf(file);
  expect(read.ok && read.value.events).toEqual(events.filter(({ bytes }) => bytes[0] < 0xf0));
  for (let end = 0; end < file.length; end++)
    expect(readSmf(file.subarray(0, end)).ok, `${end} bytes`).toBe(false);
  const broken = file.slice();
  broken[broken.indexOf(0x90) + 1] = 0xfb;
  expect(readSmf(broken)).toMatchObject({
    ok: false,
    faults: [{ path: expect.stringMatching(/^byte \d+$/) as string }],
  });
});
