import { expect, it } from 'vitest';
import { curveOf } from '../../shape/families';
import { strings } from '../../testing/strings';
import { compile } from '../../compile/compile';
import { bendOf, bendScale, SEMITONE } from './bend';
import { glideOf, placePitch } from './glide-pitch';
import { startEngine } from '../start';

it('a bend lies within 0.81 of a step of 8192 · semitones / range (handbook 6), in every range, either way, and stays within 14 bits', () => {
  let worst = 0;
  let outside = 0;
  for (let range = 1; range <= 96; range++) {
    const scale = bendScale(range);
    for (let d = -range * SEMITONE; d <= range * SEMITONE; d += range < 4 ? 1 : 7) {
      const bend = bendOf(scale, range * SEMITONE, d);
      if (bend < 0 || bend > 16383) outside++;
      const exact = Math.min(16383, 8192 + (8192 * d) / (SEMITONE * range));
      worst = Math.max(worst, Math.abs(bend - exact));
    }
    expect(bendOf(scale, range * SEMITONE, 70_000)).toBe(16383);
    expect(bendOf(scale, range * SEMITONE, -70_000)).toBe(0);
  }
  expect(outside).toBe(0);
  expect(worst).toBeLessThan(0.81);
});

it('a place on a string lies within 0.17 cent and a unit of where frets would have it up to three octaves, 0.7 up to four, and never falls', () => {
  for (const [octaves, cents] of [
    [1, 0.17],
    [2, 0.17],
    [3, 0.17],
    [4, 0.7],
  ]) {
    const e = startEngine(
      compile(strings(1, { spacing: 'string', lowest: 24, octaves }, { is: 'single', id: 'z', channel: 1 })),
    );
    const [glide] = e.image.glides;
    let before = 0;
    for (let raw = 0; raw <= 32768; raw += 5) {
      const pitch = placePitch(e, glide, raw);
      // Fret n at L(1 − 2^(−n/12)) (handbook 4.7), of a length that ends at the highest.
      const exact = 24 - 12 * Math.log2(1 - (raw / 32768) * (1 - 2 ** -octaves));
      // A unit is 0.195 cent; the share of the table is cut to 1/256 of a segment, and its points to 1/32768 of the span.
      const units = 0.195 + (100 * 12 * octaves) / 32768;
      expect(Math.abs(100 * (pitch / SEMITONE - exact))).toBeLessThan(cents + units);
      expect(pitch).toBeGreaterThanOrEqual(before);
      before = pitch;
    }
  }
});

it('a response bends a place as its curve says, and what is glided to follows it', () => {
  const instrument = strings(
    1,
    { school: 'free', lowest: 40, octaves: 2 },
    { is: 'single', id: 'z', channel: 1, bendRange: 48 },
  );
  instrument.sensors[0].responses = [{ port: 'place', family: 'power', gamma: 2 }];
  const e = startEngine(compile(instrument));
  const curve = curveOf({ family: 'power', gamma: 2 });
  e.state.note_lanes[0].note = 52;
  for (const x of [0, 0.25, 0.5, 0.75, 1]) {
    const meant = 40 + 24 * curve(x);
    expect(Math.abs(placePitch(e, e.image.glides[0], 32768 * x) / SEMITONE - meant)).toBeLessThan(0.003);
    expect(Math.abs(glideOf(e, 0, 32768 * x) - (8192 + (8192 * (meant - 52)) / 48))).toBeLessThan(1.5);
  }
});
