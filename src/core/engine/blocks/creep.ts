import { ZERO_STAGE } from '../codes';
import type { Engine } from '../engine';
import type { Block } from './block';
import { emptyBands, gatesClosed } from './level';

/** Rests that are followed while nobody plays: what creeps after it was pressed hard (handbook 4.2, 4.4). */
export const creep: Block = {
  name: 'creep',
  of: 'creeps',
  file: 'creep',
  start: ({ creeps }) => ({ creeps: creeps.map(() => ({ sweeps: 0 })) }),
  sweep: (e) =>
    e.image.creeps.forEach(({ level, levels, every, step }, i) => {
      const state = e.state.creeps[i];
      if (step === 0 || ++state.sweeps < every) return;
      state.sweeps = 0;
      for (let n = level; n < level + levels; n++) follow(e, n, step);
    }),
  isSound: ({ creeps }) => creeps.every(({ every }) => every > 0),
};

/** Never while it is played: its gates are closed, and it lies short of "off". */
function follow(e: Engine, index: number, step: number): void {
  const zero = e.state.level_zeros[index];
  const { side, column } = e.image.levels[index];
  if (zero.stage !== ZERO_STAGE.done || !gatesClosed(e, index)) return;
  const count = e.counts[e.at + column];
  const distance = count > zero.rest ? count - zero.rest : zero.rest - count;
  if (distance === 0 || distance >= Math.min(side[0].off, side[1].off)) return;
  const by = Math.min(distance, step);
  zero.rest += count > zero.rest ? by : -by;
  emptyBands(e, index);
  e.woken = true;
}
