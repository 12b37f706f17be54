import { isOpen } from '../../engine/blocks/gate';
import { ticksIn } from '../../engine/clock';
import { Parts } from '../../engine/image/parts';
import { ABOVE, BELOW } from '../../engine/place';
import { playFrame } from '../../engine/play';
import { NO_SCALE } from '../../engine/scale';
import { startEngine } from '../../engine/start';
import type { LevelTake } from '../../calibrate/played-take';
import { gatesOf } from './choice';
import { compileLevel } from './image';
import type { LaneLevel } from './lane-level';

/** How often the engine opens each of a lane's gates in a take, in the order of {@link gatesOf}; rest is as it was calibrated. */
export function openingsInEngine(
  level: LaneLevel,
  { tUs, counts }: Pick<LevelTake, 'tUs' | 'counts'>,
): number[] {
  const gates = gatesOf(level);
  const parts = new Parts({ table_bits: 4, byte_us: 1 });
  parts.image.levels.push(compileLevel({ ...level, fixed: true }, 0));
  for (const { sign, holdOffMs } of gates)
    parts.image.gates.push({
      window_ticks: 0,
      hold_off_ticks: ticksIn(holdOffMs * 1000),
      attack: [NO_SCALE, NO_SCALE],
      level: 0,
      column: 0,
      side_mask: sign > 0 ? ABOVE : BELOW,
      listener: 0,
      listeners: 0,
      lane: 0,
    });
  const e = startEngine(parts.image);
  // A take was recorded while the board played: no first scans are discarded.
  e.state.engine.discard = 0;
  const opened = gates.map(() => 0);
  const open = gates.map(() => false);
  for (let i = 0; i < tUs.length; i++) {
    playFrame(e, tUs[i], counts, i);
    for (let g = 0; g < gates.length; g++) {
      const now = isOpen(e.state.gates[g]);
      if (now && !open[g]) opened[g]++;
      open[g] = now;
    }
  }
  return opened;
}
