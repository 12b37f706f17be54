import { describe, expect, it } from 'vitest';
import { compile } from '../compile/compile';
import { run } from '../engine/run';
import type { StrikeCalibration } from '../ways/strike/calibration';
import type { Instrument } from '../instrument/document';
import { faultsOf } from '../instrument/rules';
import { random } from '../signal/random';
import type { Take } from '../signal/take';
import {
  instrumentWith,
  physicalStrikes,
  physicalTouch,
  playedInTurn,
  recorded,
  type Truth,
} from '../testing/physical-banks';
import { kindOf } from './registry';
import { workingsOf } from './workings-registry';
import { many } from '../testing/many';

/** Calibrates the bank of an instrument and gives it its first voices. @returns findings that are faults */
function calibrated(own: Instrument, takes: Take[]): string[] {
  const [sensor] = own.sensors;
  const report = workingsOf(sensor).calibrate({ board: own.boards[0], sensor, takes });
  if (!report.ok) throw new Error(report.faults[0].says);
  sensor.calibration = report.value.calibration;
  own.voices = kindOf(sensor).firstVoices(sensor, 'main');
  expect(faultsOf(own)).toEqual([]);
  return report.value.findings.filter((f) => f.severity === 'fault').map((f) => f.code);
}

/** What the engine plays of a take, against the truth: strikes and touches without a note, notes without one. */
function judged(own: Instrument, take: Take, truth: readonly Truth[]) {
  const left = [...truth];
  const extra = run(compile(own), take).filter(({ bytes, tUs }) => {
    if (bytes[0] >> 4 !== 9) return false;
    const at = left.findIndex(
      (q) => q.lane === bytes[1] - 20 && tUs * 1e-6 > q.at - 0.005 && tUs * 1e-6 < q.at + 0.1,
    );
    if (at >= 0) left.splice(at, 1);
    return at < 0;
  });
  return { missed: left.length, extra: extra.length };
}

// The truth is what a model apart from the kinds' own simulations was told to play; no recording, no outside source.
describe('a calibrated bank plays what was played, each once', () => {
  it('touch pads of either polarity, drifting, with neighbours', () => {
    for (let seed = 1; seed <= many(2); seed++) {
      const r = random(seed);
      const bank = physicalTouch(r);
      const own = instrumentWith(bank);
      const touches = (times: number) =>
        playedInTurn(r, bank, { times, strength: [0.75, 1.1], held: [0.12, 0.5], gap: [0.15, 0.4] });
      const faults = calibrated(own, [
        recorded(r, bank, 'rest', [], 5),
        recorded(r, bank, 'medium', touches(2)),
      ]);
      const truth = touches(4);
      expect({ seed, faults, ...judged(own, recorded(r, bank, 'medium', truth), truth) }).toEqual({
        seed,
        faults: [],
        missed: 0,
        extra: 0,
      });
    }
  });
  it('strike pads that ring and shake each other, from soft to loud', () => {
    const sum = { struck: 0, missed: 0, extra: 0 };
    for (let seed = 1; seed <= many(4); seed++) {
      const r = random(seed);
      const bank = physicalStrikes(r);
      const own = instrumentWith(bank);
      const strikes = (times: number, strength: [number, number], gap: [number, number] = [0.3, 0.6]) =>
        playedInTurn(r, bank, { times, strength, held: [0, 0], gap });
      const faults = calibrated(own, [
        recorded(r, bank, 'rest', [], 3),
        recorded(r, bank, 'soft', strikes(2, [0.07, 0.11])),
        recorded(r, bank, 'loud', strikes(2, [0.6, 0.95])),
      ]);
      expect({ seed, faults }).toEqual({ seed, faults: [] });
      const truth = strikes(5, [0.09, 0.9], [0.2, 0.5]);
      const { missed, extra } = judged(own, recorded(r, bank, 'loud', truth), truth);
      sum.struck += truth.length;
      sum.missed += missed;
      sum.extra += extra;
    }
    expect(sum).toEqual({ struck: sum.struck, missed: 0, extra: 0 });
  });
  it('a hand that leans on a pad while it is measured does not make its mask long: fast strikes all play', () => {
    for (let seed = 1; seed <= many(1); seed++) {
      const r = random(seed);
      const bank = physicalStrikes(r);
      const own = instrumentWith(bank);
      const strikes = (times: number, strength: [number, number]) =>
        playedInTurn(r, bank, { times, strength, held: [0, 0], gap: [0.3, 0.6] });
      const loud = recorded(r, bank, 'loud', strikes(2, [0.6, 0.95]));
      // It swells for a second, which no strike does; whatever the mask, that plays a note.
      const width = loud.channels.length;
      const frames = Math.round(0.9 * bank.rateHz);
      const from = loud.tUs.length - frames;
      for (let i = 0; i < frames; i++) loud.counts[(from + i) * width] += Math.round((120 * i) / frames);
      calibrated(own, [
        recorded(r, bank, 'rest', [], 3),
        recorded(r, bank, 'soft', strikes(2, [0.07, 0.11])),
        loud,
      ]);
      const calibration = own.sensors[0].calibration as StrikeCalibration;
      expect(calibration.maskMs, `seed ${seed}`).toBeLessThan(80);
      let at = 0.5;
      const truth = Array.from({ length: 20 }, () => {
        at += r.between(0.13, 0.24);
        return { lane: 0, at, strength: r.between(0.35, 0.9), held: 0 };
      });
      const { missed } = judged(own, recorded(r, bank, 'loud', truth), truth);
      expect(missed, `seed ${seed}`).toBe(0);
    }
  });
});
