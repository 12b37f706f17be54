import { ticksIn } from '../engine/clock';
import { hearerCode } from '../engine/voices/hearers';
import type { Source, Voice } from '../instrument/voices';
import { attackScales, sideMask } from '../ways/level/image';
import { levelsRead } from './levels-read';
import type { Making } from './making';

/** How long a gate's attack is judged, and how far it goes at full strength. */
export interface Attack {
  windowMs: number;
  /** Counts from rest. */
  full: number;
}

/** A gate that opens at once, and tells no strength. */
const AT_ONCE: Attack = { windowMs: 0, full: 1 };

/** The gate stage: lets what is named hear a port. Each lane's level gets a gate for it, another bank has its own. */
export function listen(
  m: Making,
  source: Source,
  side: Voice['side'],
  hearer: { is: string; index: number },
  attack: Attack = AT_ONCE,
): void {
  const own = m.sensors.get(source.sensor)!;
  const { image } = m.parts;
  const listener = { is: hearerCode(hearer.is), index: hearer.index };
  if (own.bank) {
    m.heard.set(own.bank, [...(m.heard.get(own.bank) ?? []), listener]);
    return;
  }
  for (const { level, lane, i } of levelsRead(m, source))
    image.gates.push({
      window_ticks: ticksIn(attack.windowMs * 1000),
      hold_off_ticks: ticksIn((lane.holdOffMs ?? 0) * 1000),
      attack: attackScales(image.levels[level], attack.full),
      level,
      column: image.levels[level].column,
      side_mask: sideMask(lane, side),
      listener: image.listeners.length,
      listeners: 1,
      lane: i,
    });
  image.listeners.push(listener);
}
