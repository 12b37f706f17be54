import { ONE } from '../../shape/table';
import { RIBBON_STAGE } from '../codes';
import type { Engine } from '../engine';
import { isTable, mapped } from '../map';
import type { RIBBON } from '../derived-records';
import { shareOf } from '../scale';
import type { Of } from '../struct';
import type { Block } from './block';

/** Ribbons: where a lane is touched, and whether it is, as columns that are read as levels. */
export const ribbon: Block = {
  name: 'ribbon',
  of: 'ribbons',
  file: 'ribbon',
  start: ({ ribbons }) => ({ ribbons: ribbons.map(() => ({ held: 0, before: 0, stage: 0, agreed: 0 })) }),
  derives: {
    frame: (e) => {
      for (let i = 0; i < e.image.ribbons.length; i++) deriveRibbon(e, i);
    },
  },
  isSound: (settings) => settings.ribbons.every(({ table }) => isTable(settings, table)),
};

/**
 * Writes place and touch of a ribbon. A finger that lands or lifts goes further in a frame than a slide can: until enough frames after that agree,
 * the last good place is held. A place is told a frame late, so that the first moment of a lift is none.
 */
function deriveRibbon(e: Engine, index: number): void {
  const own = e.image.ribbons[index];
  const state = e.state.ribbons[index];
  const count = e.counts[e.at + own.column];
  const distance = own.below !== 0 ? own.rest - count : count - own.rest;
  if (distance < (state.stage === RIBBON_STAGE.untouched ? own.on : own.off))
    state.stage = RIBBON_STAGE.untouched;
  else {
    const place = placeOf(e, own, count);
    const { before } = state;
    state.before = place;
    const agrees = (place > before ? place - before : before - place) <= own.drop;
    if (state.stage === RIBBON_STAGE.untouched) {
      state.stage = RIBBON_STAGE.landing;
      state.agreed = 0;
    } else if (!agrees) state.agreed = 0;
    else if (state.agreed < own.settle) state.agreed++;
    if (state.agreed >= own.settle) {
      state.held = before;
      state.stage = RIBBON_STAGE.touched;
    }
  }
  e.counts[e.at + own.into] = state.held;
  e.counts[e.at + own.into + 1] = state.stage === RIBBON_STAGE.touched ? ONE : 0;
}

/** Where a count lies along the ribbon, Q15. */
function placeOf(e: Engine, { low, scale, table, turned }: Of<typeof RIBBON>, count: number): number {
  const place = mapped(e.image, table, shareOf(scale, count > low ? count - low : 0));
  return turned !== 0 ? ONE - place : place;
}
