import { describe, expect, it } from 'vitest';
import { compile } from '../compile/compile';
import { random } from '../signal/random';
import { breathController, breathNote, identityInstrument } from '../testing/identity-response';
import { framesFrom, START_UP } from '../testing/play';
import { look, LOOKS } from './blocks/zero';
import { ZERO_STAGE } from './codes';
import { playFrame } from './play';
import { run } from './run';
import { startEngine } from './start';

describe('power-up', () => {
  const instrument = identityInstrument([breathNote(0), breathController()]);
  const still = (count: number) => new Array<number>(START_UP).fill(count);
  const notes = (counts: number[]) =>
    run(compile(instrument), framesFrom(instrument, counts))
      .filter((e) => e.bytes[0] >> 5 === 4)
      .map((e) => [e.tUs / 1000, e.bytes[0]]);
  it('discards the first scans: a first sample of 0, or at the rail, plays nothing', () => {
    for (const first of [0, 4095]) expect(notes([...new Array(5).fill(first), ...still(1000)])).toEqual([]);
  });
  it('takes rest anew where it moved by up to twice "off", and moves it by "off" at most: a stroke is one note, which ends', () => {
    // On is 20 counts from rest, off 10.
    for (const moved of [5, 10, 15, 19]) {
      const at = 1000 + moved;
      const shift = Math.min(10, moved);
      expect(notes([...still(at), 1020 + shift, at, at]), `moved by ${moved}`).toEqual([
        [START_UP, 0x90],
        [START_UP + 1, 0x80],
      ]);
      expect(notes([...still(at), 1019 + shift, at])).toEqual([]);
    }
  });
  it('lets no note begin that could not end, where rest has moved further, until it is back', () => {
    for (const moved of [20, 25, 200]) {
      const at = 1000 + moved;
      expect(notes([...still(at), at + 300, at, at + 300, at]), `moved by ${moved}`).toEqual([]);
      expect(notes([...still(at), 1000, 1300, 1000])).toHaveLength(2);
    }
  });
  it('leaves rest alone where it moved by less than its median can tell, and for an outlier or two', () => {
    const tapped = still(1000).map((count, i) => (i === 9 || i === 20 ? 1018 : count));
    for (const looked of [still(1002), tapped]) expect(notes([...looked, 1020, 1000])).toHaveLength(2);
  });
  it('is over at once when something moves: the first stroke is heard, and rest is not taken from it', () => {
    const again = 12 + 3 + START_UP;
    expect(notes([...still(1000).slice(0, 12), 1300, 1300, 1000, ...still(1000), 1020, 1000])).toEqual([
      [12, 0x90],
      [14, 0x80],
      [again, 0x90],
      [again + 1, 0x80],
    ]);
  });
  it('looks at two of many levels in a frame, ends or wakes one, and has seen all within eight frames a sample', () => {
    const many = identityInstrument([]);
    const [one] = many.sensors;
    const lanes = (i: number) => [{ ...one.lanes[0], column: `c${i}` }];
    many.sensors = Array.from({ length: 16 }, (_, i) => ({ ...one, id: `s${i}`, lanes: lanes(i) }));
    const e = startEngine(compile(many));
    let before = structuredClone(e.state);
    for (let frame = 0; frame < 5 + 8 * (LOOKS + 2); frame++) {
      // From the hundredth frame on, half of them move.
      const counts = many.sensors.map((_, i) => (frame > 100 && i % 2 ? 1000 + 300 * (frame % 9) : 1000));
      playFrame(e, frame * 1000, counts, 0);
      const { level_zeros: now } = e.state;
      const changed = now.filter((zero, i) => zero.looks !== before.level_zeros[i].looks);
      const stages = now.filter(({ stage }, i) => stage !== before.level_zeros[i].stage);
      expect([changed.length <= 2, stages.length <= 1]).toEqual([true, true]);
      before = structuredClone(e.state);
    }
    expect(e.state.level_zeros.map(({ stage }) => stage)).toEqual(
      many.sensors.map((_, i) => (i % 2 ? ZERO_STAGE.awake : ZERO_STAGE.done)),
    );
  });
  it('keeps a gate that is held open at power-up mute until it is let go', () => {
    const held = [...still(1500), 1500, 1000, ...still(1000), 1500, 1000];
    expect(notes(held).map(([, status]) => status)).toEqual([0x90, 0x80]);
  });
  it('finds a median within σ of the rest of 12- and 16-bit boards, in 99 of a hundred looks', () => {
    const r = random(9);
    for (const [sigma, still] of [
      [3, 20],
      [3, 60],
      [40, 300],
      [200, 1400],
    ]) {
      let far = 0;
      for (let n = 0; n < 1000; n++) {
        const zero = { rest: 0, median: 0, first: 0, looks: 0, stage: 0 };
        const sample = () => Math.round(30_000 + sigma * r.gauss());
        for (let i = 0; i < 400; i++) if (look(zero, sample(), still) === 'over') break;
        if (Math.abs(zero.median - 30_000) > sigma) far++;
      }
      expect(far, `σ ${sigma}`).toBeLessThan(10);
    }
    expect(LOOKS).toBe(32);
  });
});
