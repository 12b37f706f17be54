import type { Cure } from '../../findings/finding';
import { gateWord, tryGate, type Case, type Why } from './case';

/** Longest hold-off that a cure asks for, ms: eight notes a second can still be repeated. */
const MOST_QUIET_MS = 60;

/** One gesture is heard twice. */
export function whyDoubled(own: Case): Why {
  const { moments, proved, gate } = own;
  const gaps = moments.flatMap(({ fromUs, sensor, lane }) => {
    const other = proved.attacks
      .filter((a) => a.sensor === sensor && a.lane === lane && a.onUs < fromUs)
      .at(-1);
    return other ? [(fromUs - other.onUs) / 1000] : [];
  });
  const needed = Math.ceil(1.1 * Math.max(0, ...gaps)) + 1;
  const causes = ['it bounces, rings or flutters about its threshold', 'a loose contact'];
  const cures: Cure[] = [];
  if (gate?.quietMs !== undefined && needed > gate.quietMs && needed <= MOST_QUIET_MS)
    cures.push({
      says: `Lengthen the ${gate.quiet} to ${needed} ms`,
      cost:
        gate.quiet === 'hold-off'
          ? `a note lasts ${needed} ms at least`
          : `no faster than ${Math.floor(1000 / needed)} a second`,
      tries: tryGate(own, { quietMs: needed }),
    });
  if (gate?.off !== undefined && gate.off > (gate.leastOff ?? 0) && !gate.shares)
    cures.push({
      says: `Lower “off” to ${gateWord(Math.max(gate.leastOff ?? 1, Math.floor(gate.off / 2)), gate)}`,
      cost: 'notes end a little later',
      tries: tryGate(own, { off: Math.max(gate.leastOff ?? 1, Math.floor(gate.off / 2)) }),
    });
  return { causes, cures };
}
