import { describe, expect, it } from 'vitest';
import { compile, compileWith } from '../compile/compile';
import { encodeState } from '../exchange/firmware/harness';
import { playOperations } from '../exchange/firmware/play-operations';
import { columnsOf } from '../instrument/access';
import { withoutStrayButtons } from '../instrument/button';
import type { Instrument } from '../instrument/document';
import { faultsOf } from '../instrument/rules';
import { bankNotes, kneeSwitch, touchPads } from '../testing/bank-instruments';
import { breathController, breathNote, identityInstrument } from '../testing/identity-response';
import { randomButtonTake, randomWithButton } from '../testing/random-button';
import { lightOf, takesLearnt } from './blocks/learn';
import { LIGHT } from './codes';
import { endAll, playEdge, playFrame, silence } from './play';
import { run } from './run';
import { startEngine } from './start';
import { many } from '../testing/many';

/** A breath at rest at 1000, on 20 counts from it, reach 1020; two pads, untouched at 300, touched at 400; a button. */
const instrument = ((): Instrument => {
  const pads = touchPads([60, 64]);
  const one = identityInstrument([breathController(), breathNote(), bankNotes(pads, 'touch')]);
  const button = { ...kneeSwitch(), id: 'button', calibration: undefined };
  return {
    ...one,
    boards: [{ ...one.boards[0], button: 'button' }],
    sensors: [one.sensors[0], pads, button],
  };
})();

/** What a hand does, in ms: counts of breath and both pads from then on, or the button. */
type Does = [ms: number, counts: [number, number, number] | boolean];

/** Plays so many ms at 1 kHz, the counts trembling by one. @returns the engine, what was sent by ms, and how the light went */
function play(does: Does[], ms: number) {
  const e = startEngine(compile(instrument));
  const sent: [number, ...number[]][] = [];
  const lights: number[] = [];
  let counts: readonly number[] = [1000, 300, 300];
  for (let t = 0; t < ms; t++) {
    for (const [at, what] of does)
      if (at === t && typeof what === 'boolean') playEdge(e, 1000 * t - 5, 0, what);
      else if (at === t) counts = what as number[];
    const n = playFrame(
      e,
      1000 * t,
      counts.map((c) => c + (t & 1)),
      0,
    );
    if (n > 0) sent.push([t, ...e.out.subarray(0, n)]);
    if (lightOf(e) !== lights.at(-1)) lights.push(lightOf(e));
  }
  return { e, sent, lights };
}
const REST: [number, number, number] = [1012, 290, 310];
/** Held at 1 s, played from 2 s on, let go at 3 s. */
const held = (played: Does[], rest = REST): Does[] => [
  [500, rest],
  [1000, true],
  ...played,
  [2800, rest],
  [3000, false],
];
const ofBreath = ({ e }: ReturnType<typeof play>) => {
  const [{ rest, side }] = e.image.levels;
  return [rest, side[0].dead + side[0].scale.span];
};
const ofPads = ({ e }: ReturnType<typeof play>) => e.image.touches.map((t) => [t.untouched, t.on, t.off]);
const asBefore = { breath: [1000, 1020], pads: [300, 300].map((untouched) => [untouched, 60, 40]) };

describe('the button on the instrument', () => {
  it('measures rest and reach of what is played, and of what is not rest alone; the light says how far it is', () => {
    const done = play(held([[2000, [1912, 460, 310]]]), 5200);
    expect(takesLearnt(done.e)).toBe(true);
    expect(takesLearnt(done.e)).toBe(false);
    const [rest, reach] = ofBreath(done);
    expect(Math.abs(rest - 1012)).toBeLessThanOrEqual(1);
    expect(Math.abs(reach - 900)).toBeLessThanOrEqual(1);
    // 60 % and 40 % of a touch of 170 (handbook 4.5); the other pad keeps its own.
    const [[first, on, off], second] = ofPads(done);
    expect([first, on, off].map((x, i) => Math.abs(x - [290, 102, 68][i]) <= 1)).toEqual([true, true, true]);
    expect([Math.abs(second[0] - 310) <= 1, ...second.slice(1)]).toEqual([true, 60, 40]);
    const { free, off: dark, on: lit } = LIGHT;
    expect(done.lights[0]).toBe(free);
    expect(done.lights.slice(-2)).toEqual([dark, free]);
    expect(done.lights).toContain(lit);
  });
  it('plays by what it has measured: the top is reached where the maker reached', () => {
    const { sent } = play([...held([[2000, [1912, 290, 310]]]), [4000, [1913, 290, 310]]], 4300);
    const top = sent.flatMap(([t, ...b]) => (t >= 4000 && b.join().includes('176,2,127') ? [t] : []));
    expect(top.length).toBeGreaterThan(0);
    const before = play([[4000, [1913, 290, 310]]], 4300);
    expect(before.sent.some(([, ...b]) => b.join().includes('176,2,127'))).toBe(false);
  });
  it('ends what sounds as it is pressed', () => {
    const { sent } = play(
      [
        [400, [1500, 300, 300]],
        [600, true],
      ],
      800,
    );
    const off = sent.find(([t, ...bytes]) => t >= 600 && bytes[0] === 0x80 && bytes[1] === 62);
    expect(off).toBeDefined();
  });
  it.each<[string, Does[], [number, number, number]?]>([
    ['let go before it has rested', [[1200, false]]],
    ['a nudge, not a reach', [[2000, [1042, 290, 310]]]],
    ['a wire that came off', [[2000, [400, 290, 310]]], [300, 290, 310]],
    [
      'nothing at rest',
      Array.from({ length: 95 }, (_, i): Does => [1000 + 20 * i, [1000 + 40 * (i % 2), 290, 310]]),
    ],
  ])('refuses all of it: %s; the light flashes, under three times a second', (_, played, rest) => {
    const done = play(held(played, rest), 4900);
    expect([ofBreath(done), ofPads(done)]).toEqual([asBefore.breath, asBefore.pads]);
    expect(takesLearnt(done.e)).toBe(false);
    const flashes = done.lights.filter((light) => light === LIGHT.on).length;
    expect(flashes).toBeGreaterThanOrEqual(3);
    expect(flashes).toBeLessThan(3 * 4);
  });
  it('is over with a silence that is asked for: let go then, it takes nothing', () => {
    const { e } = play(held([[2000, [1912, 290, 310]]]).slice(0, -1), 2900);
    silence(e);
    playEdge(e, 2_950_000, 0, false);
    for (let t = 3000; t < 3200; t++) playFrame(e, 1000 * t, REST, 0);
    expect([takesLearnt(e), lightOf(e), e.image.levels[0].rest]).toEqual([false, LIGHT.free, 1000]);
  });
  it('takes no single wild frame for a reach, and is not asked by a contact that bounces, nor by one held at power-up', () => {
    const wild: Does[] = [
      [2000, [1912, 290, 310]],
      [2200, [4000, 290, 310]],
      [2201, [1912, 290, 310]],
    ];
    expect(Math.abs(ofBreath(play(held(wild), 4000))[1] - 900)).toBeLessThanOrEqual(1);
    const bounce: Does[] = [
      [3002, true],
      [3004, false],
    ];
    const bounced = play([...held([[2000, [1912, 290, 310]]]), ...bounce], 5400);
    expect(Math.abs(ofBreath(bounced)[1] - 900)).toBeLessThanOrEqual(1);
    expect(bounced.lights.slice(-2)).toEqual([LIGHT.off, LIGHT.free]);
    const atPowerUp = play(
      [
        [2, true],
        [2000, REST],
        [3000, false],
      ],
      3500,
    );
    expect([atPowerUp.lights, ofBreath(atPowerUp)]).toEqual([[LIGHT.free], asBefore.breath]);
  });
  it('brings to the document what the board has: compiled anew, nothing is left to change', () => {
    const { e } = play(held([[2000, [1912, 460, 310]]]), 4000);
    const { sensors } = compileWith(instrument, instrument.boards[0], columnsOf(instrument));
    const learnt = {
      ...instrument,
      sensors: instrument.sensors.map((s) => {
        const calibration = sensors.get(s.id)?.learnt?.(e.image);
        return calibration ? { ...s, calibration } : s;
      }),
    };
    const again = compile(learnt);
    expect([again.levels, again.touches]).toEqual([e.image.levels, e.image.touches]);
    const [one, other] = [again.gates[0].attack[0].span, e.image.gates[0].attack[0].span];
    expect(Math.abs(one - other)).toBeLessThanOrEqual(500);
  });
  it('is a switch of one contact on its board; taken from the instrument, it is the board’s no more', () => {
    expect(faultsOf(instrument)).toEqual([]);
    const none = { ...instrument, sensors: instrument.sensors.slice(0, 2) };
    expect(faultsOf(none).map((f) => f.path)).toEqual(['boards.0.button']);
    expect(faultsOf(withoutStrayButtons(none))).toEqual([]);
    expect(withoutStrayButtons(instrument)).toBe(instrument);
  });
});

it('a whole take in which it is pressed gives what it gives frame by frame, byte for byte and state for state', () => {
  let taken = 0;
  for (let seed = 1; seed <= many(6); seed++) {
    const own = randomWithButton(seed);
    const take = randomButtonTake(own, 4000, seed);
    const image = compile(own);
    const one = playOperations(image, take);
    const whole = startEngine(image);
    const bytes = run(whole, take).flatMap((event) => event.bytes);
    for (const ends of [silence, endAll]) bytes.push(...whole.out.subarray(0, ends(whole)));
    expect(bytes, `seed ${seed}`).toEqual(one.sent.flatMap((s) => s.bytes));
    taken += whole.state.learns[0]?.fresh ?? 0;
    for (const own of whole.state.learns) own.fresh = 0;
    expect(encodeState(whole.state), `state of ${seed}`).toEqual(one.state);
  }
  expect(taken).toBeGreaterThan(many(1));
});
