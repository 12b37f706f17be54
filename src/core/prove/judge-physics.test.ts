import { expect, it } from 'vitest';
import type { Instrument } from '../instrument/document';
import { kindOf } from '../kinds/registry';
import { workingsOf } from '../kinds/workings-registry';
import { random, type Random } from '../signal/random';
import type { Role, Take } from '../signal/take';
import {
  instrumentWith,
  physicalStrikes,
  physicalTouch,
  playedInTurn,
  recorded,
} from '../testing/physical-banks';
import { instrumentOfKeys, physicalKeys, playedKeys, takeOfKeys } from '../testing/physical-keys';
import {
  instrumentOfMagnets,
  physicalMagnets,
  playedMagnets,
  takeOfMagnets,
} from '../testing/physical-magnets';
import { ERRORS } from './errors';
import { prove } from './proved';
import { many } from '../testing/many';

/** An instrument that was calibrated from takes, and a take of truly so many gestures. */
type Drawn = { own: Instrument; takes: Take[]; take: Take; truth: number };

const DOWN = { soft: 0.12, medium: 0.04, loud: 0.012 };

/** Physics that no detector was made on: pads at 50 to 500 scans a second with frames lost, discs that shake each other, keys with magnets, two contacts. */
const DRAWS: Record<string, (r: Random) => Drawn> = {
  touch: (r) => {
    const bank = physicalTouch(r);
    const play = (times: number, gap: [number, number]) =>
      playedInTurn(r, bank, { times, strength: [0.8, 1.05], held: [0.1, 0.6], gap });
    const played = play(5, [-0.05, 0.25]);
    const takes = [recorded(r, bank, 'rest', [], 4), recorded(r, bank, 'medium', play(3, [0.1, 0.3]))];
    return {
      own: instrumentWith(bank),
      takes,
      take: recorded(r, bank, 'medium', played),
      truth: played.length,
    };
  },
  strikes: (r) => {
    const bank = physicalStrikes(r);
    const play = (times: number, strength: [number, number], gap: [number, number]) =>
      playedInTurn(r, bank, { times, strength, held: [0, 0], gap });
    const by = (role: Role, strength: [number, number]) =>
      recorded(r, bank, role, play(4, strength, [0.25, 0.5]));
    const takes = [
      recorded(r, bank, 'rest', [], 4),
      by('soft', [0.08, 0.15]),
      by('medium', [0.3, 0.5]),
      by('loud', [0.8, 1]),
    ];
    const roll = play(12, [0.3, 1], [0.06, 0.12]);
    return { own: instrumentWith(bank), takes, take: recorded(r, bank, 'medium', roll), truth: roll.length };
  },
  magnets: (r) => {
    const bed = physicalMagnets(r, 6);
    const by = (role: Role, times: number, down: number) =>
      takeOfMagnets(
        r,
        bed,
        role,
        playedMagnets(r, bed, times, () => down),
      );
    const takes = [
      takeOfMagnets(r, bed, 'rest', [], 3),
      by('slow', 1, 0.8),
      by('soft', 2, DOWN.soft),
      by('loud', 2, DOWN.loud),
    ];
    const played = playedMagnets(r, bed, 4, () => r.between(0.01, 0.15));
    return {
      own: instrumentOfMagnets(bed),
      takes,
      take: takeOfMagnets(r, bed, 'medium', played),
      truth: played.length,
    };
  },
  keys: (r) => {
    const bed = physicalKeys(r, 6, {});
    const takes = (['soft', 'medium', 'loud'] as const).map((role) =>
      takeOfKeys(
        r,
        bed,
        role,
        playedKeys(r, bed, 3, () => DOWN[role]),
      ),
    );
    const played = playedKeys(r, bed, 5, () => r.between(0.01, 0.1));
    return {
      own: instrumentOfKeys(bed),
      takes,
      take: takeOfKeys(r, bed, 'medium', played),
      truth: played.length,
    };
  },
};

it.each(Object.entries(DRAWS))(
  'of %s that play well as many gestures are meant as were played, and none in fifty is called wrong',
  (_, draw) => {
    let [truth, meant, errors] = [0, 0, 0];
    for (let seed = 1; seed <= many(2); seed++) {
      const drawn = draw(random(seed));
      const [sensor] = drawn.own.sensors;
      const report = workingsOf(sensor).calibrate({ board: drawn.own.boards[0], sensor, takes: drawn.takes });
      if (!report.ok || report.value.is !== 'bank') continue;
      sensor.calibration = report.value.calibration;
      const voices = kindOf(sensor).firstVoices(sensor, 'main');
      const { intended, counts } = prove({ ...drawn.own, voices }, { take: drawn.take });
      truth += drawn.truth;
      meant += intended.length;
      errors += ERRORS.reduce((n, is) => n + counts[is].n, 0);
    }
    expect(truth).toBeGreaterThan(many(20));
    expect(Math.abs(meant - truth) / truth).toBeLessThan(0.01);
    expect(errors / truth).toBeLessThan(0.02);
  },
);
