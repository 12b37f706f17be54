import { ONE } from '../../shape/table';
import { RIBBON_STAGE } from '../codes';
import type { Engine } from '../engine';
import { isTable, mapped } from '../map';
import { shareOf } from '../scale';
import type { Block } from './block';

/** Surfaces: where they are touched, both ways, and whether, as columns that are read as levels. */
export const surface: Block = {
  name: 'surface',
  of: 'surfaces',
  file: 'surface',
  start: ({ surfaces }) => ({
    surfaces: surfaces.map(() => ({
      held: [0, 0] as [number, number],
      before: [0, 0] as [number, number],
      stage: RIBBON_STAGE.untouched,
      agreed: 0,
    })),
  }),
  derives: {
    frame: (e) => {
      for (let i = 0; i < e.image.surfaces.length; i++) deriveSurface(e, i);
    },
  },
  isSound: (settings) =>
    settings.surfaces.every(({ axes }) => axes.every(({ table }) => isTable(settings, table))),
};

/**
 * Pressing tells whether it is touched: what x and y read else means nothing. A place is believed once the touch has lasted for some frames, told a
 * frame late, and held when it is let go.
 */
function deriveSurface(e: Engine, index: number): void {
  const { rest, on, off, columns, into, settle, below } = e.image.surfaces[index];
  const state = e.state.surfaces[index];
  const count = e.counts[e.at + columns[2]];
  const distance = below !== 0 ? rest - count : count - rest;
  if (distance < (state.stage === RIBBON_STAGE.untouched ? on : off)) state.stage = RIBBON_STAGE.untouched;
  else {
    if (state.stage === RIBBON_STAGE.untouched) {
      state.stage = RIBBON_STAGE.landing;
      state.agreed = 0;
    } else if (state.agreed < settle) state.agreed++;
    if (state.agreed >= settle) state.stage = RIBBON_STAGE.touched;
    for (let axis = 0; axis < 2; axis++) {
      if (state.stage === RIBBON_STAGE.touched) state.held[axis] = state.before[axis];
      state.before[axis] = placeAt(e, index, axis);
    }
  }
  e.counts[e.at + into] = state.held[0];
  e.counts[e.at + into + 1] = state.held[1];
  e.counts[e.at + into + 2] = state.stage === RIBBON_STAGE.touched ? ONE : 0;
}

/** Where a count lies on an axis, Q15. */
function placeAt(e: Engine, index: number, axis: number): number {
  const { axes, columns, turned } = e.image.surfaces[index];
  const { low, scale, table } = axes[axis];
  const count = e.counts[e.at + columns[axis]];
  const place = mapped(e.image, table, shareOf(scale, count > low ? count - low : 0));
  return ((turned >> axis) & 1) !== 0 ? ONE - place : place;
}
