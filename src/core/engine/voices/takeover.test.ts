import { describe, expect, it } from 'vitest';
import { identityInstrument } from '../../testing/identity-response';
import { awake } from '../../testing/play';
import type { Sensor } from '../../instrument/sensor';
import type { ControllerVoice } from '../../instrument/voices';
import type { TravelCalibration } from '../../ways/travel/calibration';
import { changeEngine } from '../change';
import { compile } from '../../compile/compile';
import { TAKEOVER_STAGE } from '../codes';
import { setScene } from '../play';
import { takenOver } from './takeover';

/** A pot whose counts 1000 … 2270 are ten a step of seven bits. */
function pot(id: string, takeover: TravelCalibration['takeover']): Sensor {
  return {
    ...{ id, name: id, kind: 'pot', board: 'board', responses: [], lanes: [{ id: 'knob', column: id }] },
    calibration: {
      ...{ is: 'travel', polarity: 'rising', takeover, takes: [], method: '' },
      lanes: [{ lane: 'knob', low: 1000, high: 2270, noise: 0, deadband: 0 }],
    },
  };
}
const sends = (sensor: string, controller: number, scene: string, bits: 7 | 14 = 7): ControllerVoice => ({
  ...{ id: 'v', is: 'controller', source: { sensor, port: 'turn' }, side: 'both', zone: 'main' },
  ...{ controller, bits, scenes: [scene] },
});

/** One pot is controller 20 in the first scene, 21 in the second. @returns what is sent of controller 20 where it reads a step */
function begun(takeover: TravelCalibration['takeover'], bits: 7 | 14 = 7) {
  const instrument = identityInstrument([sends('pot', 20, 'first', bits), sends('pot', 21, 'second')]);
  Object.assign(instrument.boards[0], { bits: 14, id: 'board' });
  instrument.sensors = [pot('pot', takeover)];
  instrument.scenes = ['first', 'second'].map((id) => ({ id, name: id }));
  const { e, at } = awake(instrument, [1000]);
  let ms = 0;
  const reads = (step: number): number | null => {
    const bytes = at(1000 * ms++, [Math.round(1000 + 10 * step)]);
    const value = (of: number) => bytes.find(([, n]) => n === of)?.[2];
    const [high, low] = [value(20), value(52)];
    if (bits === 7 || low === undefined) return high ?? null;
    fine = { high: high ?? fine.high, low };
    return fine.high * 128 + fine.low;
  };
  let fine = { high: 0, low: 0 };
  /** Left at one step in the first scene, and moved to another in the second. */
  const away = (left: number, moved: number) => {
    reads(left);
    setScene(e, 1);
    reads(moved);
    setScene(e, 0);
  };
  return { e, reads, away, instrument };
}

describe('a pot in a scene that plays again', () => {
  it('jumps to where it is', () => {
    const { reads, away } = begun('jump');
    away(64, 100);
    expect(reads(100)).toBe(100);
  });
  it('is picked up where it reads what was sent, from above and from below, at an end too', () => {
    for (const [left, moved, ways] of [
      [64, 100, [101, 80, 65]],
      [64, 20, [10, 40, 63]],
      [127, 20, [100, 126]],
      [0, 20, [10, 1]],
    ] as const) {
      const { reads, away } = begun('pick-up');
      away(left, moved);
      expect([left, moved, ...[moved, ...ways].map(reads)]).toEqual([
        ...[left, moved, null],
        ...ways.map(() => null),
      ]);
      expect(reads(left)).toBe(null);
      const next = left === 127 ? 125 : left + 2;
      expect([left, moved, reads(next)]).toEqual([left, moved, next]);
    }
  });
  it('that was passed in one leap is picked up as well; one that was not moved plays on', () => {
    const leapt = begun('pick-up');
    leapt.away(64, 100);
    expect(leapt.reads(100)).toBe(null);
    expect(leapt.reads(30)).toBe(30);
    const still = begun('pick-up');
    still.away(64, 64);
    expect([still.reads(64), still.reads(66)]).toEqual([null, 66]);
  });
  it.each([7, 14] as const)(
    'is scaled from what was sent to both ends, which it reaches with them; then it plays on (%i bits)',
    (bits) => {
      const unit = bits === 7 ? 1 : 16383 / 127;
      for (const [left, moved] of [
        [64, 100],
        [90, 30],
        [127, 40],
        [10, 110],
      ]) {
        const { reads, away } = begun('scale', bits);
        away(left, moved);
        expect(reads(moved)).toBe(null);
        // Straight glides, by hand.
        const expected = (step: number) =>
          step >= moved
            ? left + ((step - moved) * (127 - left)) / (127 - moved)
            : left - ((moved - step) * left) / moved;
        let last = left * unit;
        for (const step of [moved + 1, moved - 1, moved / 2, 1, moved + (126 - moved) / 2, 126]) {
          last = reads(step) ?? last;
          // A step, rounded; or what two readings of fourteen bits and a reciprocal are off.
          const off = Math.abs(last - unit * expected(bits === 7 ? Math.round(step) : step));
          expect([bits, left, moved, step, off < (bits === 7 ? 0.6 : 24)]).toEqual([
            ...[bits, left, moved, step, true],
          ]);
        }
        expect(reads(127) ?? last).toBe(Math.round(127 * unit));
        expect(reads(50)).toBe(Math.round(50 * unit));
      }
    },
  );
  it('never goes back past what was sent, however near to where it was', () => {
    const { e } = begun('scale', 14);
    const [control] = e.image.controls;
    const state = e.state.takeovers[control.takeover - 1];
    const end = control.from + control.span;
    for (let at = control.from + 2; at < end; at += 11)
      for (const sent of [control.from, 4000, 12_000, end]) {
        Object.assign(state, { sent, at, stage: TAKEOVER_STAGE.scales });
        const [below, above] = [at - 1, at + 1].map((read) => takenOver(e, control, sent, read));
        expect([at, sent, below <= sent, above >= sent]).toEqual([at, sent, true, true]);
        state.stage = TAKEOVER_STAGE.follows;
      }
  });
  it('takes over what another pot has sent as the same controller', () => {
    const { instrument } = begun('pick-up');
    instrument.sensors.push(pot('other', 'jump'));
    instrument.voices = [sends('pot', 20, 'first'), { ...sends('other', 20, 'second'), id: 'w' }];
    const { e, at } = awake(instrument, [1640, 1000]);
    at(0, [1640, 1000]);
    setScene(e, 1);
    expect(at(1000, [1640, 1300])).toEqual([[0xb0, 20, 30]]);
    setScene(e, 0);
    expect(at(2000, [1640, 1300])).toEqual([]);
    expect(at(3000, [1300, 1300])).toEqual([]);
    expect(at(4000, [1310, 1300])).toEqual([[0xb0, 20, 31]]);
  });
  it('follows at once where its settings change meanwhile', () => {
    const { e, reads, away, instrument } = begun('pick-up');
    away(64, 100);
    expect(reads(100)).toBe(null);
    instrument.voices[0] = { ...sends('pot', 20, 'first'), to: 100 };
    changeEngine(e, compile(instrument));
    expect(reads(100)).toBe(79);
  });
});
