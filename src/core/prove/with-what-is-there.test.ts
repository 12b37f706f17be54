import { expect, it } from 'vitest';
import { bankNotes, kneeSwitch, touchPads } from '../testing/bank-instruments';
import { breathNote, identityInstrument } from '../testing/identity-response';
import type { NoteVoice } from '../instrument/voices';
import type { Frames } from '../signal/take';
import { isInTake, withWhatIsThere } from './with-what-is-there';
import { wholeTake } from './whole-take';

const touch = { sensor: 'pads', port: 'touch' };
const chosen = { is: 'chosen', by: 'last', source: touch } as const;
const takeOf = (channels: string[], contacts: string[] = []): Frames => ({
  channels,
  tUs: Float64Array.of(0, 1000),
  counts: new Uint16Array(2 * channels.length).map((_, i) => 7 + i),
  ...(contacts.length > 0
    ? { edges: { contacts, tUs: Float64Array.of(500), contact: Uint16Array.of(0), closed: Uint8Array.of(1) } }
    : {}),
});
/** Breath, four pads and a knee switch. */
const own = (change: Partial<NoteVoice>) => {
  const instrument = identityInstrument([breathNote(5, change)]);
  instrument.sensors.push(touchPads([60, 62]), kneeSwitch());
  return instrument;
};
const first = (instrument: ReturnType<typeof own>, take: Frames) => {
  const { instrument: made, stoodIn } = withWhatIsThere(instrument, take);
  return { voice: made.voices[0] as NoteVoice, stoodIn: stoodIn.sort() };
};

it('a sensor is in a take by one of its columns or contacts; one that is not calibrated is in none', () => {
  const instrument = own({});
  expect(isInTake(instrument, takeOf(['p1', 'other']), 'pads')).toBe(true);
  expect(isInTake(instrument, takeOf(['other'], ['knee']), 'knee')).toBe(true);
  expect(isInTake(instrument, takeOf(['breath'], ['elbow']), 'knee')).toBe(false);
  expect(isInTake(instrument, takeOf(['breath']), 'nobody')).toBe(false);
  instrument.sensors[0].calibration = undefined;
  expect(isInTake(instrument, takeOf(['breath']), 'breath')).toBe(false);
});

it('what a take has is played as it is: the very same instrument', () => {
  const instrument = own({ pitch: chosen, and: touch });
  const { instrument: made, stoodIn } = withWhatIsThere(instrument, takeOf(['breath', 'p0', 'p1']));
  expect(made).toBe(instrument);
  expect(stoodIn).toEqual([]);
});

it('one note stands in for a pitch that is not in it, one velocity for its velocity, and gates that are not in it are open', () => {
  const knee = { sensor: 'knee', port: 'closed' };
  const pitched = first(own({ pitch: chosen }), takeOf(['breath']));
  expect(pitched).toMatchObject({ voice: { pitch: { is: 'fixed', note: 62 } }, stoodIn: ['pads'] });
  expect(pitched.voice.velocity).toEqual(breathNote(5).velocity);
  const gated = first(own({ and: touch, heldBy: knee }), takeOf(['breath']));
  expect(gated.voice).not.toHaveProperty('and');
  expect(gated.voice).not.toHaveProperty('heldBy');
  expect(gated.stoodIn).toEqual(['knee', 'pads']);
  const half = first(own({ and: touch, heldBy: knee }), takeOf(['breath', 'p0'], ['knee']));
  expect(half.voice).toMatchObject({ and: touch, heldBy: knee });
});

it('a voice whose own gate is not in it stays as it is: it is silent, and says so', () => {
  const instrument = own({ pitch: chosen });
  const notes = bankNotes(instrument.sensors[1], 'touch');
  instrument.voices.push(notes);
  const { instrument: made, stoodIn } = withWhatIsThere(instrument, takeOf(['p0', 'p1']));
  expect(made.voices).toEqual(instrument.voices);
  expect(stoodIn).toEqual([]);
});

it('a whole board’s take has what was not recorded at rest, in the order of its columns', () => {
  const instrument = own({});
  const take = takeOf(['p1', 'stray', 'breath'], ['knee']);
  const whole = wholeTake(instrument, instrument.boards[0], take);
  expect(whole.channels).toEqual(['breath', 'p0', 'p1']);
  // Pads rest at 300; frame by frame breath is 9 and 12, p1 7 and 10, as takeOf counts.
  expect([...whole.counts]).toEqual([9, 300, 7, 12, 300, 10]);
  expect(whole.edges?.contacts).toEqual(['knee']);
  const all = takeOf(['breath', 'p0', 'p1']);
  expect([...wholeTake(instrument, instrument.boards[0], all).counts]).toEqual([...all.counts]);
});
