import { expect, it } from 'vitest';
import { random } from '../signal/random';
import { curveOf, curvesOf } from '../shape/families';
import { randomResponse } from '../testing/random-response';
import { downOf, withDown } from './down-side';

it('the down side by itself is the curve that is played there, and given back it changes nothing', () => {
  for (let seed = 1; seed <= 200; seed++) {
    const r = random(seed);
    const response = withDown(randomResponse(r), randomResponse(r));
    const played = curvesOf(response);
    const alone = curveOf(downOf(response));
    const again = curvesOf(withDown(response, downOf(response))).down;
    for (let x = 0; x <= 1; x += 0.05) {
      expect(alone(x)).toBeCloseTo(played.down(x), 4);
      expect(again(x)).toBeCloseTo(played.down(x), 4);
    }
    expect([played.down(0), played.down(1)]).toEqual([played.up(0), played.up(1)]);
    expect(downOf(withDown(response, null))).toEqual(withDown(response, null));
  }
});
