import { GATE_STAGE, ZERO_STAGE } from '../codes';
import type { Engine } from '../engine';
import { emptyBand } from '../place';
import type { Block } from './block';
import { isClosed } from './gate';
import { fixed, look, takeRest, unseen } from './zero';

/** Levels: their rest. What they play is of gates and controls. */
export const level: Block = {
  name: 'level',
  of: 'levels',
  file: 'level',
  start: ({ levels }) => ({ level_zeros: levels.map((own) => (own.still > 0 ? unseen(own) : fixed(own))) }),
  lookers: (e) =>
    e.image.levels.flatMap(({ column, still }, i) =>
      still === 0
        ? []
        : [
            {
              zero: e.state.level_zeros[i],
              turn: i,
              mask: e.image.look_mask,
              column,
              still,
              play: () => lookAtLevel(e, i),
            },
          ],
    ),
  changed: ({ image, state }, next) =>
    // A rest that was measured anew counts at once.
    next.levels.forEach(({ rest }, i) => {
      if (rest !== image.levels[i].rest) state.level_zeros[i].rest = rest;
    }),
};

/** Power-up of a level: docs/engine.md. @returns whether its look has ended, or has woken it */
function lookAtLevel(e: Engine, index: number): boolean {
  const zero = e.state.level_zeros[index];
  const level = e.image.levels[index];
  const [above, below] = level.side;
  const seen = look(zero, e.counts[e.at + level.column], level.still);
  if (seen === 'looks') return false;
  const silent = zero.stage === ZERO_STAGE.silent;
  if (silent) emptyBands(e, index);
  zero.stage = ZERO_STAGE.awake;
  if (seen === 'moved') return silent;
  if (!gatesClosed(e, index)) return true;
  if (takeRest(zero, Math.min(above.off, below.off)) === 'taken') {
    e.state.engine.looking--;
    if (!silent) emptyBands(e, index);
  } else if (silent) muteGates(e, index);
  return true;
}

export function gatesClosed({ image, state }: Engine, level: number): boolean {
  const { gate, gates } = image.levels[level];
  for (let i = gate; i < gate + gates; i++) if (!isClosed(state.gates[i])) return false;
  return true;
}

/** Rest has moved so far that a note could not end: gates are mute until the level falls below "off". */
function muteGates({ image, state }: Engine, level: number): void {
  const { gate, gates } = image.levels[level];
  for (let i = gate; i < gate + gates; i++) state.gates[i].stage = GATE_STAGE.muted;
}

export function emptyBands({ image, state }: Engine, level: number): void {
  const { gate, gates, control, controls } = image.levels[level];
  for (let i = gate; i < gate + gates; i++) emptyBand(state.gates[i]);
  for (let i = control; i < control + controls; i++) emptyBand(state.controls[i]);
}
