import { JOINS_BY } from '../engine/codes';
import type { Join, NoteVoice, Voice } from '../instrument/voices';
import { compileLevel, sideMask } from '../ways/level/image';
import type { LaneLevel } from '../ways/level/lane-level';
import { filteredRead } from './filtered';
import { levelsRead, type LevelRead } from './levels-read';
import { tableOfCurve } from '../shape/table';
import { sidedCurves } from './sided-curves';
import type { Making } from './making';

/** All of a share, Q15. */
const WHOLE = 32768;

/** Levels as one that a voice reads; none where one of them is not measured, or on another board. */
export function joinedRead(
  m: Making,
  { source, side }: Exclude<Voice, NoteVoice>,
  { by, with: others }: Join,
): LevelRead[] {
  const { image } = m.parts;
  const found = [source, ...others].map((own) => ({ own, read: levelsRead(m, own)[0] }));
  if (found.some(({ read }) => read === undefined)) return [];
  const reads = found.map(({ own, read }) => ({ own, read: { ...read, ...filteredRead(m, own, read) } }));
  const into = m.parts.derivedColumn();
  image.joins.push({ first: image.joined.length, n: reads.length, by: JOINS_BY[by], into });
  for (const { own, read } of reads)
    image.joined.push({
      table: sidedCurves(m, own, read.lane).map((curve) =>
        m.parts.table(tableOfCurve(curve, image.table_bits)),
      ) as [number, number],
      level: read.level,
      column: read.column,
      side_mask: sideMask(read.lane, own === source ? side : 'both'),
      pad: 0,
    });
  const lane = levelOfJoined(reads.map(({ read }) => read.lane));
  const level = image.levels.push(compileLevel(lane, into)) - 1;
  return [{ level, lane, i: reads[0].read.i }];
}

/** A share from nothing to all, as noisy as the noisiest of those it is made of. */
function levelOfJoined(lanes: readonly LaneLevel[]): LaneLevel {
  const noise = Math.max(
    ...lanes.map((own) => (own.noise * WHOLE) / Math.max(1, own.up.reach - own.up.dead)),
  );
  const up = { reach: WHOLE, dead: 0, on: 655, off: 328 };
  return { lane: 'joined', rest: 0, noise, up, down: null, polarity: 'rising', holdOffMs: 0, fixed: true };
}
