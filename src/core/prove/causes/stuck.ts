import type { Cure } from '../../findings/finding';
import { firstFrom } from '../../signal/first-from';
import { laneRange } from '../../ways/registry';
import { gateWord, tryGate, type Case, type Why } from './case';

/** It sounds on while nobody plays. */
export function whyStuck(own: Case): Why {
  const { moments, gate, take, sensor, lane } = own;
  const rests = moments.flatMap((m) => {
    const [from, to] = [firstFrom(take.tUs, m.fromUs), firstFrom(take.tUs, m.toUs)];
    const id = lane ?? sensor.lanes[0].id;
    const column = take.channels.indexOf(sensor.lanes.find((l) => l.id === id)?.column ?? '');
    const range = laneRange(sensor, id);
    if (column < 0 || !range || to <= from) return [];
    let most = 0;
    for (let i = from; i < to; i++)
      most = Math.max(most, Math.abs(take.counts[i * take.channels.length + column] - range.rest));
    return [most];
  });
  const cures: Cure[] = [{ says: 'Measure rest again, or dry it', cost: 'about 8 s', redo: 'rest' }];
  const off = Math.ceil(Math.max(0, ...rests)) + 1;
  if (gate?.off !== undefined && !gate.shares && off > gate.off && off < (gate.on ?? 0))
    cures.unshift({
      says: `Raise “off” to ${gateWord(off, gate)}`,
      cost: 'notes end a little earlier',
      tries: tryGate(own, { off }),
    });
  return {
    causes: [
      'rest has crept past “off”: moisture, warmth, a pad that stays pressed',
      '“off” lies too near to rest',
    ],
    cures,
  };
}
