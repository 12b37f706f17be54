import { SLOW_US, ticksIn } from '../engine/clock';
import { hearerCode } from '../engine/voices/hearer-list';
import type { Instrument } from '../instrument/document';
import type { NoteVoice, Source, Voice } from '../instrument/voices';
import { attackScales, sideMask } from '../ways/level/image';
import { ANY_LANE } from '../engine/voice-records';
import { isBank, isGated } from './gated';
import { levelsRead } from './levels-read';
import { sensorNamed, type Making } from './making';

/** How long a gate's attack is judged, and how far it goes at full strength. */
export interface Attack {
  windowMs: number;
  /** Counts from rest. */
  full: number;
}

/** A gate that opens at once, and tells no strength. */
const AT_ONCE: Attack = { windowMs: 0, full: 1 };

/** The slow ticks of a note's length: the engine's slow clock (engine/clock.ts). */
const SLOW_MS = SLOW_US / 1000;

/**
 * Lets what is named hear when a note begins and ends: by its gate, joined with another, for a time, or held by a third.
 * @param hearer it is told the lanes of the gate
 */
export function hearGate(
  m: Making,
  voice: NoteVoice,
  hearer: { is: string; index: number },
  attack?: Attack,
): void {
  const { gate, and, heldBy, lastsMs, side } = voice;
  if (!isGated(voice)) return listen(m, gate, side, hearer, attack);
  const { image } = m.parts;
  const index = image.gatings.length;
  const lanes = m.sensors.get(gate.sensor)!.lanes.length;
  image.gatings.push({
    length_slow: lastsMs === undefined ? 0 : Math.max(1, Math.round(lastsMs / SLOW_MS)),
    ...{ listener: image.listeners.length, listeners: 1, lane: image.gating_lanes, lanes },
    ...{ joined: and ? 1 : 0, pad: 0 },
  });
  image.listeners.push({ is: hearerCode(hearer.is), index: hearer.index, lane: ANY_LANE });
  image.gating_lanes += lanes;
  listen(m, gate, side, { is: 'gatingGate', index }, attack);
  if (and) listen(m, and, 'both', { is: 'gatingJoined', index });
  if (heldBy) listen(m, heldBy, 'both', { is: 'gatingHeld', index });
}

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
  const listener = { is: hearerCode(hearer.is), index: hearer.index, lane: laneHeard(m.instrument, source) };
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

/** Which lane of a bank a listener hears. Of a gate that has a gate a lane only that one is listened to, so it hears any. */
function laneHeard(instrument: Instrument, source: Source): number {
  if (source.lane === undefined || !isBank(instrument, source)) return ANY_LANE;
  return sensorNamed({ instrument }, source).lanes.findIndex(({ id }) => id === source.lane);
}
