import { describe, expect, it } from 'vitest';
import type { Change } from '../findings/change';
import { gateSet } from '../ways/gate-set';
import { bankNotes, touchPads } from '../testing/bank-instruments';
import { breathController, breathNote, identityInstrument } from '../testing/identity-response';
import { triedWords } from './tried-words';
import { withChanges } from './with-changes';

const pads = touchPads([60, 62]);
const along = { is: 'along', source: { sensor: 'breath', port: 'breath' }, low: 48, high: 60 } as const;
const own = () => {
  const instrument = identityInstrument([breathNote(5), breathController(), bankNotes(pads, 'touch')]);
  instrument.sensors.push(pads);
  return instrument;
};
/** The voices of {@link own}: v0 is a note of breath, v1 its controller, v2 the notes of the pads. */
const voice = (id: string, values: (Change & { is: 'voice' })['values']): Change => ({
  is: 'voice',
  voice: id,
  values,
});
const gate = (sensor: string, lane: string | null, values: (Change & { is: 'gate' })['values']): Change => ({
  ...{ is: 'gate', sensor, lane, values },
});

describe('an instrument with changes', () => {
  it('has all of them, one after the other, and the one before is as it was', () => {
    const instrument = own();
    const before = structuredClone(instrument);
    const changed = withChanges(instrument, [
      gate('pads', 'p1', { on: 70 }),
      gate('pads', null, { off: 30 }),
      voice('v0', { windowMs: 2 }),
      voice('v1', { perSecond: 60, deadband: 2 }),
    ]);
    expect(instrument).toEqual(before);
    expect(['p0', 'p1'].map((lane) => gateSet(changed.sensors[1], lane))).toMatchObject([
      { on: 60, off: 30 },
      { on: 70, off: 30 },
    ]);
    expect(changed.voices).toMatchObject([{ velocity: { windowMs: 2 } }, { perSecond: 60, deadband: 2 }, {}]);
    expect(changed.voices[2]).toEqual(before.voices[2]);
  });

  it('puts into a voice only what it has: no window where a velocity is fixed, no settle time where a pitch is', () => {
    const instrument = own();
    const changed = withChanges(instrument, [
      voice('v2', { windowMs: 3, settleMs: 20, hysteresisCents: 30, perSecond: 50 }),
      voice('v0', { settleMs: 20, deadband: 3 }),
      voice('v1', { windowMs: 3, settleMs: 9 }),
    ]);
    expect(changed).toEqual(instrument);
  });

  it('a place along takes a settle time and hysteresis, a fingering the first alone', () => {
    const instrument = own();
    const fingers = [{ source: { sensor: 'pads', port: 'touch' } }];
    instrument.voices[0] = { ...breathNote(), id: 'v0', pitch: { ...along } as never };
    instrument.voices[2] = {
      ...breathNote(),
      id: 'v2',
      pitch: { is: 'fingering', fingers, rows: [] } as never,
    };
    const [a, , b] = withChanges(instrument, [
      voice('v0', { settleMs: 12, hysteresisCents: 25 }),
      voice('v2', { settleMs: 12, hysteresisCents: 25 }),
    ]).voices;
    expect(a).toMatchObject({ pitch: { ...along, settleMs: 12, hysteresisCents: 25 } });
    expect(b).toMatchObject({ pitch: { fingers, settleMs: 12 } });
    expect(b).not.toHaveProperty('pitch.hysteresisCents');
  });

  it('passes over what it lacks', () => {
    const instrument = own();
    expect(withChanges(instrument, [gate('flute', null, { on: 3 }), voice('solo', { windowMs: 3 })])).toEqual(
      instrument,
    );
  });
});

describe('a change in words', () => {
  it('says from what to what, with units, and of whom', () => {
    const instrument = own();
    const words = (change: Change) => triedWords(instrument, change);
    expect(words(gate('breath', null, { on: 31, quietMs: 12 }))).toBe(
      `${instrument.sensors[0].name}: on 20 → 31, hold-off 0 → 12 ms`,
    );
    expect(words(gate('pads', 'p1', { off: 30 }))).toBe('pads, D4: off 40 → 30');
    expect(words(voice('v0', { windowMs: 2.5 }))).toBe('velocity window 5 → 2.5 ms');
    expect(words(voice('v1', { perSecond: 60, deadband: 1 }))).toBe(
      'messages a second any → 60, deadband 0 → 1 steps',
    );
  });

  it('says nothing of what is not there', () => {
    expect(triedWords(own(), gate('flute', null, { on: 3 }))).toBe('');
    expect(triedWords(own(), voice('solo', { windowMs: 3 }))).toBe('');
  });
});
