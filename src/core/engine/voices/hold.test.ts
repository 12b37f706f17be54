import { describe, expect, it } from 'vitest';
import { kneeSwitch, touchPads } from '../../testing/bank-instruments';
import { breathController, identityInstrument } from '../../testing/identity-response';
import { awake } from '../../testing/play';
import { checkInstrument } from '../../exchange/document/instrument-json';
import { playEdge, silence } from '../play';

const knee = { sensor: 'knee', port: 'closed' };
const pad = { sensor: 'pads', port: 'touch' };

/** Breath as controller 2 while a knee is pressed, as 3 while a pad is touched, and as 4 always. */
function begun() {
  const instrument = identityInstrument([
    breathController({ controller: 2, while: knee }),
    breathController({ controller: 3, while: pad }),
    breathController({ controller: 4 }),
  ]);
  instrument.sensors.push(touchPads([60]), kneeSwitch({ debounceMs: 0 }));
  const { e, at } = awake(instrument, [1000, 300]);
  let ms = 0;
  const says = (breath: number, touched = 300) =>
    at(1000 * ms++, [breath, touched]).map(([, n, value]) => [n, value]);
  const press = (closed: boolean) => playEdge(e, 1000 * ms - 500, 0, closed);
  return { e, says, press, instrument };
}

describe('a controller that follows while a gate is open', () => {
  it('keeps what it sent last while the gate is closed, and goes on from where the level is when it opens', () => {
    const { says, press } = begun();
    expect(says(1520)).toEqual([[4, 64]]);
    press(true);
    expect(says(1520)).toEqual([[2, 64]]);
    expect(says(2020)).toEqual([
      [2, 127],
      [4, 127],
    ]);
    press(false);
    expect(says(1000)).toEqual([[4, 0]]);
    expect(says(1000)).toEqual([]);
    press(true);
    expect(says(1000)).toEqual([[2, 0]]);
  });
  it('of a pad too, from the frame after it was touched on; a silence closes it', () => {
    const { says, e } = begun();
    for (let i = 0; i < 70; i++) says(1000);
    says(1520);
    says(1520, 400);
    expect(says(1520, 400)).toEqual([[3, 64]]);
    silence(e);
    expect(says(2020, 400)).toEqual([[4, 127]]);
    expect(says(2020, 400)).toEqual([]);
  });
  it('follows always where the gate is not calibrated, or on another board', () => {
    const { instrument } = begun();
    instrument.sensors[1].calibration = undefined;
    instrument.boards.push({ ...instrument.boards[0], id: 'other' });
    instrument.sensors[2].board = 'other';
    const { at } = awake(instrument, [1000, 300]);
    at(0, [1000, 300]);
    expect(at(1000, [1520, 300]).map(([, n]) => n)).toEqual([2, 3, 4]);
  });
  it('must name a gate that is there', () => {
    const faults = (own: object) => {
      const { instrument } = begun();
      Object.assign(instrument.voices[0], { while: own });
      const read = checkInstrument(instrument);
      return read.ok ? [] : read.faults.map(({ path }) => path);
    };
    expect(faults(knee)).toEqual([]);
    expect(faults({ sensor: 'ghost', port: 'closed' })).toEqual(['voices.0.while.sensor']);
    expect(faults({ sensor: 'breath', port: 'breath' })).toEqual(['voices.0.while.port']);
  });
});
