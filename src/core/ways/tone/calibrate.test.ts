import { describe, expect, it } from 'vitest';
import { compile } from '../../compile/compile';
import { run } from '../../engine/run';
import { pitchOfPeriod } from '../../engine/pitch-of-period';
import { newInstrument } from '../../instrument/create';
import { mouthResonator } from '../../kinds/mouth-resonator/kind';
import { random, type Random } from '../../signal/random';
import { framesOf } from '../../signal/frames';
import type { Take } from '../../signal/take';
import { calibrateTones } from './calibrate';
import type { ToneCalibration } from './calibration';

/* Tones by formula: a phase whose whole numbers are closings. Pitches by f = 440 · 2^((m − 69)/12) (maker's handbook 6; ISO 16). */

const hz = (note: number): number => 440 * 2 ** ((note - 69) / 12);

interface Sound {
  /** Note number at a time, s; null where it is silent. */
  note: (s: number) => number | null;
  seconds: number;
  /** σ of a period, share; µs that the board's clock tells. */
  jitter?: number;
  grainUs?: number;
  /** Chance that a period is closed twice, and that noise closes the contact in a silent ms. */
  doubled?: number;
  noise?: number;
  /** Where it fires twice each cycle, s. */
  octaveUp?: [number, number];
}

function sounded(
  { note, seconds, jitter = 0.001, grainUs = 4, doubled = 0, noise = 0, octaveUp }: Sound,
  seed = 1,
): Take {
  const r: Random = random(seed);
  const edges: { tUs: number; closed: number }[] = [];
  const close = (us: number, forUs: number) => {
    const at = grainUs * Math.round(us / grainUs);
    edges.push(
      { tUs: at, closed: 1 },
      { tUs: at + Math.max(grainUs, grainUs * Math.round(forUs / grainUs)), closed: 0 },
    );
  };
  for (let us = 0; us < seconds * 1e6;) {
    const own = note(us / 1e6);
    if (own === null) {
      if (r.next() < noise) close(us + r.between(0, 900), 40);
      us += 1000;
      continue;
    }
    const period = (1e6 / hz(own)) * (1 + jitter * r.gauss());
    const twice = (octaveUp && us > octaveUp[0] * 1e6 && us < octaveUp[1] * 1e6) || r.next() < doubled;
    close(us, period / 5);
    if (twice) close(us + period / 2, period / 5);
    us += period;
  }
  edges.sort((a, b) => a.tUs - b.tUs);
  const frames = Math.round(1000 * seconds);
  return {
    ...{ id: 'sweep', role: 'sweep', channels: ['x'] },
    tUs: Float64Array.from({ length: frames }, (_, ms) => ms * 1000),
    counts: new Uint16Array(frames),
    edges: {
      contacts: ['m'],
      tUs: Float64Array.from(edges, (e) => e.tUs),
      contact: new Uint16Array(edges.length),
      closed: Uint8Array.from(edges, (e) => e.closed),
    },
  };
}

/** Silence for a second, from low to high within five, silence. */
const glide = (low: number, high: number) => (s: number) =>
  s < 1 || s > 6 ? null : low + (high - low) * Math.min(1, Math.max(0, s - 1.4) / 4.2);

const sensor = { ...{ id: 's', name: 'S', kind: 'mouth-resonator' }, lanes: [{ id: 'o', contacts: ['m'] }] };
function measured(take: Take) {
  const report = calibrateTones({ board: { bits: 12 }, sensor, takes: [take] });
  if (!report.ok) throw new Error(report.faults[0].says);
  const calibration = report.value.calibration as ToneCalibration;
  return {
    ...report.value,
    calibration,
    lane: calibration.lanes[0],
    codes: report.value.findings.map((f) => f.code),
  };
}

it('the pitch of a period is within 0.6 cent of its logarithm, over all periods', () => {
  for (let us = 90; us < 65536; us++)
    expect(Math.abs(pitchOfPeriod(us) / 512 - (69 + 12 * Math.log2(1e6 / us / 440)))).toBeLessThan(0.006);
});

describe('tones from low to high', () => {
  it('lowest and highest are found within a tenth of a semitone and what jitter and clock leave, in 100 of 100', () => {
    for (let seed = 1; seed <= 100; seed++) {
      const r = random(seed);
      const low = r.between(44, 80);
      const high = low + r.between(5, 30);
      const jitter = r.between(0, 0.01);
      const sound = {
        note: glide(low, high),
        seconds: 7.5,
        jitter,
        grainUs: [1, 4, 16][r.whole(0, 2)],
        noise: 0.02,
      };
      const { lane, codes } = measured(sounded({ ...sound, doubled: 0.003 }, seed));
      const grain = (1731 * sound.grainUs * hz(high)) / 1e6;
      const within = 0.1 + jitter * 20 + grain / 100 + (high - low) * 0.02;
      expect(Math.abs(lane.lowest - low), `lowest ${seed}`).toBeLessThan(within);
      expect(Math.abs(lane.highest - Math.min(116, high)), `highest ${seed}`).toBeLessThan(within);
      expect(codes.filter((c) => c !== 'octave-errors')).toEqual([]);
    }
  });
  it('an octave off for a moment is found, told and left out; noise before it, and a tone held, are no sweep', () => {
    const { codes, lane, findings } = measured(
      sounded({ note: glide(55, 70), seconds: 7.5, octaveUp: [3, 3.1] }),
    );
    expect(codes).toEqual(['octave-errors']);
    expect(findings[0].says).toMatch(
      /^Once it lay an octave off for a moment, first at 3\.0 s|^1 time it lay an octave off/,
    );
    expect(lane.highest).toBeLessThan(70.3);
    const ask = (take: Take) => calibrateTones({ board: { bits: 12 }, sensor, takes: [take] });
    expect(ask(sounded({ note: () => null, seconds: 5, noise: 0.5 })).ok).toBe(false);
    expect(ask(sounded({ note: (s) => (s < 1 || s > 4 ? null : 62), seconds: 5 })).ok).toBe(false);
  });
  it('a tone that wanders, and one without silence around it, are said', () => {
    expect(measured(sounded({ note: glide(55, 70), seconds: 7.5, jitter: 0.03 })).codes).toEqual([
      'uneven-tone',
    ]);
    const loud = (s: number) => 55 + 2.5 * s;
    expect(measured(sounded({ note: loud, seconds: 6 })).codes).toEqual(['no-silence']);
  });
});

describe('on the board', () => {
  const { calibration } = measured(sounded({ note: glide(55, 79), seconds: 7.5 }));
  const instrument = newInstrument('t', 'T', '2026-01-01T00:00:00Z');
  instrument.boards[0].midiBaud = 12_000_000;
  instrument.sensors = [{ ...sensor, board: instrument.boards[0].id, responses: [], calibration }];
  instrument.voices = mouthResonator.firstVoices(instrument.sensors[0], 'main');
  const sentBy = (sound: Sound, seed = 1) =>
    run(compile(instrument, instrument.boards[0], ['x']), framesOf(sounded(sound, seed), ['x'], ['m'])).map(
      ({ tUs, bytes }) => ({ s: tUs / 1e6, bytes: [...bytes] }),
    );
  const { lowest, highest } = calibration.lanes[0];
  const wanted = (note: number) => (127 * (note - lowest)) / (highest - lowest);
  it('a note sounds while it sounds, and the controller says how high, within two steps', () => {
    const sent = sentBy({ note: (s) => (s < 1 || s > 4 ? null : s < 2.5 ? 60 : 72), seconds: 5 });
    const notes = sent.filter(({ bytes }) => bytes[0] >> 4 !== 0xb);
    expect(notes.map(({ bytes }) => bytes[0] >> 4)).toEqual([9, 8]);
    // Seven periods of 261.6 Hz and a frame; and not much longer than its longest period.
    expect([notes[0].s - 1 < 0.03, notes[1].s - 4 < 0.03]).toEqual([true, true]);
    const at = (s: number) => sent.filter((e) => e.s < s && e.bytes[0] >> 4 === 0xb).at(-1)!.bytes[2];
    expect(Math.abs(at(2.4) - wanted(60))).toBeLessThan(2);
    expect(Math.abs(at(3.9) - wanted(72))).toBeLessThan(2);
  });
  it('an octave that a comparator makes for a moment is not played, one that is sounded is', () => {
    const values = (sound: Sound) =>
      sentBy(sound)
        .filter(({ bytes }) => bytes[0] >> 4 === 0xb)
        .map(({ bytes }) => bytes[2]);
    const held = (s: number) => (s < 1 || s > 3 ? null : 60);
    const moment = values({ note: held, seconds: 4, octaveUp: [2, 2.012], jitter: 0 });
    expect(Math.max(...moment)).toBeLessThan(wanted(61));
    const leap = values({ note: (s) => (s < 1 || s > 3 ? null : s < 2 ? 60 : 72), seconds: 4 });
    expect(Math.max(...leap)).toBeGreaterThan(wanted(71));
  });
  it('noise that closes the contact unevenly plays nothing', () => {
    for (let seed = 1; seed <= 10; seed++)
      expect(
        sentBy({ note: () => null, seconds: 4, noise: 0.4 }, seed).filter(({ bytes }) => bytes[0] >> 4 === 9),
      ).toEqual([]);
  });
});
