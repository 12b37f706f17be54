import { expect, it } from 'vitest';
import { injectedPresses } from '../testing/injected';
import { prove } from './proved';
import { scoreOf, TRIALS } from './trials';

const SCALE = TRIALS.find(({ id }) => id === 'scale')!;

it('a perfect instrument scores all, a deaf one nothing, and each says how sure that is', () => {
  const { instrument, take, marks } = injectedPresses(3);
  const debounced = structuredClone(instrument);
  const [knee] = debounced.sensors;
  knee.calibration = { ...knee.calibration!, debounceMs: 20 } as typeof knee.calibration;
  const perfect = scoreOf(SCALE, prove(debounced, { take, marks }))!;
  expect(perfect).toMatchObject({ score: 1, of: marks.length, wrong: 0 });
  // maker's handbook 4.1: none wrong of 30 may still be 1 − 0.05^(1/30).
  expect(perfect.interval.low).toBeCloseTo(0.05 ** (1 / marks.length), 6);
  const deaf = scoreOf(SCALE, prove({ ...instrument, voices: [] }, { take, marks }))!;
  expect(deaf).toMatchObject({ score: 0, of: marks.length, wrong: marks.length });
  expect(deaf.interval.low).toBe(0);
});

it('at rest what sounds is counted a minute; where nothing was played there is no score', () => {
  const { instrument, take } = injectedPresses(3);
  const still = {
    ...take,
    edges: {
      ...take.edges!,
      tUs: new Float64Array(0),
      contact: new Uint16Array(0),
      closed: new Uint8Array(0),
    },
  };
  const proved = prove(instrument, { take: still });
  expect(scoreOf({ id: 'rest' }, proved)).toMatchObject({ score: 0, wrong: 0 });
  expect(scoreOf(SCALE, proved)).toBeNull();
});
