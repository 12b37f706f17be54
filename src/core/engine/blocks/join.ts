import { ONE } from '../../shape/table';
import { JOINS_BY } from '../codes';
import type { Engine } from '../engine';
import { isTable, levelShare, mapped } from '../map';
import { feeds, locate, type Place } from '../place';
import type { Block } from './block';

/** Levels joined to one, each from its rest as it is now: as a column that is read as a level. */
export const join: Block = {
  name: 'join',
  of: 'joins',
  file: 'join',
  start: () => ({}),
  derives: {
    frame: (e) => {
      for (const { first, n, by, into } of e.image.joins)
        e.counts[e.at + into] = joinedBy(
          by,
          shareAt(e, first),
          shareAt(e, first + 1),
          n > 2 ? shareAt(e, first + 2) : 0,
        );
    },
  },
  isSound: (settings) =>
    settings.joins.every(({ n, by }) => by <= JOINS_BY.crossfade && (by !== JOINS_BY.crossfade || n > 2)) &&
    settings.joined.every(({ table }) => table.every((own) => isTable(settings, own))),
};

const place: Place = { side: 0, distance: 0 };

/** How far one of them is, Q15. */
function shareAt(e: Engine, index: number): number {
  const { level: at, column, side_mask, table } = e.image.joined[index];
  const level = e.image.levels[at];
  locate(e.state.level_zeros[at].rest, e.counts[e.at + column], place);
  const share = feeds(side_mask, place.side) ? levelShare(level, place.side, place.distance) : 0;
  return mapped(e.image, table[place.side], share);
}

function joinedBy(by: number, a: number, b: number, where: number): number {
  if (by === JOINS_BY.sum) return Math.min(ONE, a + b);
  if (by === JOINS_BY.product) return product(a, b);
  if (by === JOINS_BY.larger) return Math.max(a, b);
  return (a * (ONE - where) + b * where + (ONE >> 1)) >>> 15;
}

const product = (a: number, b: number): number => (a * b + (ONE >> 1)) >>> 15;
