import { boardOf } from '../instrument/access';
import type { Filter } from '../shape/filters';
import type { Take } from '../signal/take';
import { spanOf } from '../stages/filtered';
import { filteredCounts } from './filtered-counts';
import { risesOf } from './rises';
import { laneCounts, type PortLanes } from './lane-counts';

/** A gesture of the maker's own as it begins, as read and through a filter: shares of the way from rest to reach. */
export interface FilterTrace {
  /** ms from where it passes half of its way. */
  ms: number[];
  raw: number[];
  filtered: number[];
}

/** Shown before and after half of the way, ms. */
const BEFORE_MS = 120;
const AFTER_MS = 280;

/** The first gesture that is played as usual, else loudly or softly; null without any. @param takes of the sensor's board */
export function filterTrace(
  port: PortLanes,
  filter: Filter | null,
  takes: readonly Take[],
): FilterTrace | null {
  const inOrder = ['medium', 'loud', 'soft', 'full', 'sweep', 'slide'].flatMap((role) =>
    takes.filter((take) => take.role === role),
  );
  for (const take of inOrder)
    for (const lane of laneCounts(port, take)) {
      const own = { ...lane, tUs: take.tUs };
      const [rise] = risesOf(own, boardOf(port.instrument, port.sensor).scanHz);
      if (!rise) continue;
      const share = (count: number) => Math.abs(count - lane.level.rest) / spanOf(lane.level);
      let middle = rise.from;
      while (Math.abs(lane.counts[middle] - lane.level.rest) < rise.half) middle++;
      const after = filteredCounts(own, filter);
      const near = Array.from(take.tUs, (t) => (t - take.tUs[middle]) / 1000);
      const shown = near.flatMap((ms, i) => (ms >= -BEFORE_MS && ms <= AFTER_MS ? [i] : []));
      return {
        ms: shown.map((i) => near[i]),
        raw: shown.map((i) => share(lane.counts[i])),
        filtered: shown.map((i) => share(after[i])),
      };
    }
  return null;
}
