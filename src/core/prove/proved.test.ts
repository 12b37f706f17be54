import { describe, expect, it } from 'vitest';
import { checkInstrument } from '../exchange/document/instrument-json';
import { heardNotes } from '../midi/heard-notes';
import {
  injectedBreath,
  injectedFingers,
  injectedPads,
  injectedPresses,
  injectedStrikes,
} from '../testing/injected';
import { bankNotes, touchPads } from '../testing/bank-instruments';
import { breathNote, identityInstrument, levelWith, oneSided } from '../testing/identity-response';
import { causesOf } from './causes/causes';
import { noteLatencies } from './latency';
import { playBoards } from './play-take';
import { prove } from './proved';
import { heardEvents } from './sounded';
import { compareVersions } from './versions';
import { withChanges } from './with-changes';
import { many } from '../testing/many';

const MAKERS = [injectedBreath, injectedFingers, injectedPads, injectedPresses, injectedStrikes];

describe('latency', () => {
  it('its parts add up to what is measured, from a tenth of the rise until the last byte has left', () => {
    for (const draw of MAKERS)
      for (let seed = 1; seed <= many(2); seed++) {
        const { instrument, take } = draw(seed);
        const proved = prove(instrument, { take });
        for (const { intended, ms, parts } of noteLatencies(instrument, proved, proved.onsets)) {
          const { atUs } = proved.intended[intended];
          const { first } = proved.attacks[proved.matched.attackOf[intended]];
          expect(Object.values(parts).reduce((a, b) => a + b)).toBeCloseTo(ms, 9);
          expect(ms).toBeCloseTo((first.arrivesUs - atUs) / 1000, 9);
        }
      }
  });

  it('of a ramp it is what its formula says: 10 % of 1000 counts at 100 ms, “on” at 200, a window of 8, and 0.96 ms of wire', () => {
    // 1 count a ms from 1000 ms on: a tenth is passed at 1100.0 ms, 200 counts at 1200; frames are 1 ms apart.
    const counts = Array.from(
      { length: 3200 },
      (_, ms) => 1000 + Math.min(1000, Math.max(0, ms - 1000)) * (ms < 2600 ? 1 : 0),
    );
    const instrument = identityInstrument([breathNote(8)], { midiBaud: 31_250 });
    const up = { reach: 1020, dead: 200, on: 200, off: 10 };
    instrument.sensors[0].calibration = levelWith(oneSided, { up, noise: 0.3 });
    const take = {
      channels: ['breath'],
      tUs: Float64Array.from(counts, (_, i) => 1000 * i),
      counts: Uint16Array.from(counts),
    };
    const { latency } = prove(instrument, { take });
    expect(latency).toMatchObject({ n: 1 });
    const { rise, scan, window, debounce, wire } = latency!.parts;
    expect(rise + scan).toBeCloseTo(100, 0);
    expect(window).toBeCloseTo(8, 0);
    expect(debounce).toBeCloseTo(0, 1);
    expect(wire).toBeCloseTo(0.96, 6);
  });
});

it('whatever cure is proposed is a change that the instrument can take, and no worse on the same take', () => {
  const better = new Map<string, number>();
  for (const draw of MAKERS)
    for (let seed = 1; seed <= many(3); seed++) {
      const { instrument, take, marks } = draw(seed);
      const proved = prove(instrument, { take, marks });
      for (const { code, cures } of causesOf(instrument, take, proved, 'take'))
        for (const { tries } of cures) {
          if (!tries || !(code in proved.counts)) continue;
          const cured = withChanges(instrument, tries);
          const read = checkInstrument(JSON.parse(JSON.stringify(cured)));
          expect(read.ok ? [] : read.faults, `${code}, seed ${seed}`).toEqual([]);
          const { errors } = compareVersions(instrument, cured, { take, marks });
          const own = errors[code as keyof typeof errors];
          expect(own.now, `${code}, seed ${seed}`).toBeLessThanOrEqual(own.before);
          if (own.now < own.before) better.set(code, (better.get(code) ?? 0) + 1);
        }
    }
  expect([...better.keys()].sort()).toEqual(['doubled', 'missed']);
});

describe('versions', () => {
  it('a threshold that hears all is better by more than chance, the same instrument is the same', () => {
    const { instrument, take, marks } = injectedBreath(2);
    const own = instrument.sensors[0].calibration!;
    const deaf = structuredClone(instrument);
    const up = { reach: 900, dead: 400, on: 400, off: 6 };
    deaf.sensors[0].calibration = levelWith(own as typeof oneSided, { up });
    const { errors, changes } = compareVersions(deaf, instrument, { take, marks });
    expect(errors.missed.verdict).toBe('better');
    expect(errors.missed.now).toBeLessThan(errors.missed.before);
    expect(changes.some(({ is }) => is === 'new')).toBe(true);
    const same = compareVersions(instrument, structuredClone(instrument), { take, marks });
    expect(same.changes).toEqual([]);
    expect(Object.values(same.errors).every(({ verdict }) => verdict === 'same')).toBe(true);
  });
});

describe('a file of what was meant', () => {
  it('is found at any offset and rate, and tells wrong notes and how far off they are', () => {
    const { instrument, take } = injectedPads(4);
    const events = heardEvents(playBoards(instrument, take)!);
    const shifted = events.map(({ tUs, bytes }) => ({ tUs: 33e6 + 1.0002 * tUs, bytes }));
    // The fourth note was meant a semitone higher.
    const fourth = shifted.filter(({ bytes }) => bytes[0] === 0x90)[3];
    const meant = shifted.map((e) =>
      e === fourth ? { ...e, bytes: [0x90, e.bytes[1] + 1, e.bytes[2]] } : e,
    );
    const proved = prove(instrument, { take, meant });
    expect(proved.clock!.ppm).toBeCloseTo(-200, -1);
    expect(proved.counts).toMatchObject({ wrong: { n: 1 }, missed: { n: 0 }, phantom: { n: 0 } });
    expect(proved.pitch).toMatchObject({ onset: { median: 0 } });
  });

  it('of another tune is passed over, and that is said', () => {
    const { instrument, take } = injectedPads(4);
    const meant = Array.from({ length: 60 }, (_, i) => ({
      tUs: 137_000 * i,
      bytes: [0x90, 30 + ((i * 7) % 12), 90],
    }));
    expect(prove(instrument, { take, meant }).clock).toBeNull();
  });
});

it('a note that begins again without an end, and one that nothing ends, are notes all the same', () => {
  const at = (ms: number, ...bytes: number[]) => ({ tUs: 1000 * ms, bytes });
  const notes = heardNotes(
    [at(0, 0x90, 60, 9), at(5, 0x90, 60, 8), at(9, 0x90, 62, 7), at(12, 0x90, 60, 0)],
    20_000,
  );
  expect(notes.map(({ onUs, offUs, ended }) => [onUs, offUs, ended])).toEqual([
    [0, 5000, true],
    [5000, 12_000, true],
    [9000, 20_000, false],
  ]);
});

it('buttons that wait for a strip sound anew with each touch of it: none of these notes is out of nothing', () => {
  const buttons = touchPads([60, 64]);
  const breath = identityInstrument([]).sensors[0];
  const voice = bankNotes(buttons, 'touch', { and: { sensor: breath.id, port: 'gate' } });
  const instrument = identityInstrument([voice]);
  instrument.sensors.push(buttons);
  const at = (ms: number, from: number, to: number) => ms >= from && ms < to;
  const counts = Array.from({ length: 3000 }, (_, ms) => [
    at(ms, 900, 1200) || at(ms, 1600, 1900) ? 1500 : 1000,
    ...[0, 1].map((pad) => (at(ms, 600 + 40 * pad, 2200) ? 400 : 300)),
  ]);
  const take = {
    channels: ['breath', 'p0', 'p1'],
    tUs: Float64Array.from(counts, (_, i) => 1000 * i),
    counts: Uint16Array.from(counts.flat()),
  };
  const { attacks, counts: errors } = prove(instrument, { take });
  expect(attacks).toHaveLength(4);
  expect(errors).toMatchObject({ missed: { n: 0 }, phantom: { n: 0 }, doubled: { n: 0 }, stuck: { n: 0 } });
});
