import { expect, it } from 'vitest';
import { compile } from '../../compile/compile';
import type { MidiEvent } from '../../midi/event';
import { splitMessages } from '../../midi/messages';
import { membersOf } from '../../instrument/access';
import type { Instrument } from '../../instrument/document';
import { random } from '../../signal/random';
import { mpeFaults } from '../../testing/mpe-rules';
import { framesFrom, START_UP } from '../../testing/play';
import { randomInstrument } from '../../testing/random-instruments';
import { randomTake } from '../../testing/random-takes';
import { strings, stringCount } from '../../testing/strings';
import { run } from '../run';

/** So many events are judged; set higher to look further. */
const EVENTS = Number(process.env.MPE_EVENTS ?? 6000);

const messagesOf = (instrument: Instrument, take: Parameters<typeof run>[1]): MidiEvent[] =>
  run(compile(instrument), take).flatMap(({ tUs, bytes }) =>
    splitMessages(bytes).map((m) => ({ tUs, bytes: m })),
  );

const received = ({ zones }: Instrument) =>
  zones.flatMap((zone) =>
    zone.is === 'mpe'
      ? [{ manager: zone.side === 'lower' ? 0 : 15, members: membersOf(zone).map((c) => c - 1) }]
      : [],
  );

it('keeps the rules of MPE over random instruments: balance, one note a channel, order of what a note begins with, longest free channel', () => {
  let seen = 0;
  let notes = 0;
  for (let seed = 1; seen < EVENTS; seed++) {
    const instrument = randomInstrument(seed);
    // Whatever else plays there is no matter of MPE: only its zones, and nothing else on their channels.
    instrument.zones = instrument.zones.filter(({ is }) => is === 'mpe');
    instrument.voices = instrument.voices.filter(({ zone }) =>
      instrument.zones.some(({ id }) => id === zone),
    );
    if (!instrument.voices.some(({ is }) => is === 'note')) continue;
    const events = messagesOf(instrument, randomTake(instrument, 1500, seed));
    expect(mpeFaults(events, received(instrument)), `instrument ${seed}`).toEqual([]);
    seen += events.length;
    notes += events.filter(({ bytes }) => bytes[0] >> 4 === 9).length;
  }
  expect(notes).toBeGreaterThan(EVENTS / 60);
});

it('announces both zones and their bend ranges before anything else, byte for byte', () => {
  const zone = { is: 'mpe', id: 'low', side: 'lower', members: 2, bendRange: 24 } as const;
  const still = framesFrom(strings(1, {}, zone), new Array<number>(60).fill(0));
  const sent = messagesOf(strings(1, {}, zone), still).map(({ bytes }) => bytes);
  // MPE configuration message (MPE 1.1, 2.1): B0 64 06, B0 65 00, B0 06 mm; bend ranges by RPN 0 of the MIDI 1.0 Detailed Specification.
  expect(sent).toEqual([
    ...[
      [0xb0, 0x64, 6],
      [0xb0, 0x65, 0],
      [0xb0, 0x06, 2],
    ],
    ...[
      [0xb0, 0x64, 0],
      [0xb0, 0x65, 0],
      [0xb0, 0x06, 2],
    ],
    ...[
      [0xb1, 0x64, 0],
      [0xb1, 0x65, 0],
      [0xb1, 0x06, 24],
    ],
    ...[
      [0xb2, 0x64, 0],
      [0xb2, 0x65, 0],
      [0xb2, 0x06, 24],
    ],
  ]);
});

it('takes the channel that has been free the longest, and of the oldest note where none is free', () => {
  const zone = { is: 'mpe', id: 'low', side: 'lower', members: 2 } as const;
  const touched = (places: (number | null)[]) => places.map((p) => (p === null ? 0 : stringCount(p)));
  const hold = (places: (number | null)[], frames = 20) => new Array(frames).fill(touched(places));
  const take = framesFrom(strings(3, {}, zone), [
    ...hold([null, null, null], START_UP),
    ...[hold([0, null, null]), hold([0, 0.5, null]), hold([null, 0.5, null]), hold([0.25, 0.5, null])].flat(),
    ...[hold([0.25, 0.5, 1]), hold([null, null, null])].flat(),
  ]);
  const notes = messagesOf(strings(3, {}, zone), take)
    .filter(({ bytes }) => bytes[0] >> 5 === 4)
    .map(({ bytes: [status, note] }) => [status.toString(16), note]);
  expect(notes).toEqual([
    ...[
      ['91', 48],
      ['92', 60],
      ['81', 48],
      ['91', 54],
    ],
    // The third string takes the channel of the note that began first.
    ...[
      ['82', 60],
      ['92', 72],
      ['81', 54],
      ['82', 72],
    ],
  ]);
});

it('a slide within one bend step of where it is meant, at every moment, in any range, by even steps and as on a string', () => {
  for (let seed = 1; seed <= 60; seed++) {
    const r = random(seed);
    const spacing = seed % 2 ? 'even' : 'string';
    const bendRange = [2, 12, 24, 48, 96][seed % 5];
    const [lowest, octaves] = [r.whole(30, 60), r.between(0.5, 3)];
    const zone = { is: 'single', id: 'z', channel: 1, bendRange } as const;
    const school = (['slide', 'pull-in', 'free'] as const)[seed % 3];
    const instrument = strings(1, { spacing, school, lowest, octaves, beyond: 'anew' }, zone);
    const path = slide(r, 400);
    const events = messagesOf(
      instrument,
      framesFrom(instrument, [...new Array<number>(START_UP).fill(0), ...path]),
    );
    const worst = worstOff(
      events,
      path,
      (count) => {
        const x = (count - stringCount(0)) / (stringCount(1) - stringCount(0));
        const length = 1 - 2 ** -octaves;
        return lowest + 12 * (spacing === 'even' ? octaves * x : -Math.log2(1 - x * length));
      },
      bendRange,
      school === 'slide',
    );
    // A unit of the engine's pitch is 0.195 cent, its table at most 0.17 off; a count of the ribbon's own map one unit of 32768 of the length.
    const rounding = 0.2 + 0.17 + (100 * 12 * 8 * octaves) / 32768;
    expect(worst, `${seed} ${spacing} ${school} ±${bendRange}`).toBeLessThan(
      (100 * bendRange) / 8192 + rounding,
    );
  }
});

/** A finger that wanders over a string, never further in a frame than a slide can. */
function slide(r: ReturnType<typeof random>, frames: number): number[] {
  let at = r.between(0.1, 0.9);
  let speed = 0;
  return Array.from({ length: frames }, () => {
    speed = Math.max(-0.02, Math.min(0.02, speed + 0.002 * r.gauss()));
    at = Math.max(0.01, Math.min(0.99, at + speed));
    return stringCount(at);
  });
}

/**
 * How far what sounds lies from what is meant, cents, over a slide. The place is told a frame late (docs/engine.md, "Ribbons").
 * @param meant pitch of a count, semitones @param trueStart it begins on a note, and goes from there as far as the finger does
 */
function worstOff(
  events: readonly MidiEvent[],
  path: readonly number[],
  meant: (count: number) => number,
  range: number,
  trueStart: boolean,
): number {
  let [note, bend, begun, worst] = [-1, 8192, 0, 0];
  let next = 0;
  path.forEach((_, i) => {
    const at = (START_UP + i) * 1000;
    for (; next < events.length && events[next].tUs <= at; next++) {
      const [status, a, b] = events[next].bytes;
      if (status >> 4 === 14) bend = a + 128 * b;
      if (status >> 4 === 9) {
        if (note < 0) begun = meant(path[i - 1]) - a;
        note = a;
      }
    }
    if (note < 0 || i === 0) return;
    const sounds = note + ((bend - 8192) / 8192) * range;
    worst = Math.max(worst, 100 * Math.abs(sounds - (meant(path[i - 1]) - (trueStart ? begun : 0))));
  });
  return worst;
}
