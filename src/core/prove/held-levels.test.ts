import { expect, it } from 'vitest';
import { random } from '../signal/random';
import { breathController, identityInstrument } from '../testing/identity-response';
import { deadbandFor, levelsHeld } from './held-levels';
import { heldOf } from './held-of';

const instrument = identityInstrument([breathController()]);
const port = { instrument, sensor: instrument.sensors[0], port: 'breath', lanes: [0] };
/** Four seconds at a share of the thousand counts from 1020, strayed from by so much. */
const frames = (share: number, spread: number, ms = 4000) => {
  const r = random(4);
  const counts = Uint16Array.from({ length: ms }, () =>
    Math.round(1020 + 1000 * (share + spread * r.gauss())),
  );
  return { channels: ['breath'], counts, tUs: Float64Array.from(counts, (_, i) => 1000 * i) };
};

it('a hold is as far off as it strays; one that was let go, or is too short, is none', () => {
  const held = heldOf(port, frames(0.4, 0.02))!;
  expect(held.share).toBeCloseTo(0.4, 2);
  expect(held.spread).toBeCloseTo(0.02, 3);
  const gone = frames(0.4, 0.02);
  gone.counts[3000] = 1000;
  expect(heldOf(port, gone)).toBeNull();
  expect(heldOf(port, frames(0.4, 0.02, 2000))).toBeNull();
});

it('a player has as many levels as lie four spreads apart, by where each was held', () => {
  expect(levelsHeld([{ share: 0.5, spread: 0.01 }])).toBeCloseTo(25, 6);
  // Straight between two holds: the integral of 1 / (4 (a + b x)) is ln of the ratio over 4 b.
  const holds = [
    { share: 1, spread: 0.03 },
    { share: 0, spread: 0.01 },
  ];
  expect(levelsHeld(holds)).toBeCloseTo(Math.log(3) / (4 * 0.02), 1);
  // Below the softest and above the loudest as there.
  const inner = holds.map(({ share, spread }) => ({ share: 0.2 + 0.6 * share, spread }));
  const ends = 0.2 / (4 * 0.01) + 0.2 / (4 * 0.03);
  expect(levelsHeld(inner)).toBeCloseTo(ends + (0.6 * Math.log(3)) / (4 * 0.02), 1);
});

it('a deadband is two spreads of the steadiest hold, by the curve that stands there', () => {
  const holds = [
    { share: 0.2, spread: 0.02 },
    { share: 0.8, spread: 0.02 },
  ];
  expect(deadbandFor(holds, (x) => x)).toBe(5);
  // Flat at first: half a step each way there.
  expect(deadbandFor(holds, (x) => x ** 3)).toBe(1);
});
