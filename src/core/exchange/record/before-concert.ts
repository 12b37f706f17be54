import type { Instrument } from '../../instrument/document';
import { counted } from '../../units/counted';
import { verdictAt, type SeenAt } from './check-up';

/** A line of the list before a concert. */
export interface Point {
  says: string;
  /** Whether it is so; null where only the maker can see to it. */
  well: boolean | null;
}

/** What the bench knows by itself. */
export interface Known {
  nowMs: number;
  /** The last check-up; null where there was none. */
  checkUp: SeenAt | null;
  /** Digest of what the board told that it plays; null where none ever did. */
  plays: string | null;
  /** Digests of what stands here, one a board. */
  stands: readonly string[];
  /** Whole days since everything was saved outside the browser; null where it never was. */
  daysSaved: number | null;
}

const DAY_MS = 86_400_000;
/** Days that a copy outside the browser is good for. (Common practice, no source.) */
export const COPY_DAYS = 7;

/** Before a concert: what is known of each thing, with what to do where it is not so, and what only the maker can see to. */
export const pointsBefore = (instrument: Instrument, known: Known): Point[] => [
  checkedPoint(instrument, known),
  boardPoint(known),
  copyPoint(known),
  ...(instrument.batteryMah === undefined ? [] : [yours('Charge the battery; take a second one.')]),
  yours('A second cable, a second mouthpiece or membrane, and the calibration record in the case.'),
  yours(
    'On the spot: let it take the room’s temperature, switch it on untouched, begin with the monitor low.',
  ),
];

const yours = (says: string): Point => ({ says, well: null });

function checkedPoint({ sensors }: Instrument, { checkUp, nowMs }: Known): Point {
  if (!checkUp) return { well: false, says: 'Do a check-up.' };
  if (nowMs - Date.parse(checkUp.at) >= DAY_MS)
    return { well: false, says: 'The last check-up is over a day old.' };
  const states = sensors.flatMap((sensor) => verdictAt(sensor, checkUp)?.state ?? []);
  const ill = states.filter((state) => state === 'redo' || state === 'doubt').length;
  if (ill > 0)
    return {
      well: false,
      says: `At the last check-up ${counted(ill, 'sensor')} ${ill === 1 ? 'was not as it was' : 'were not as they were'}.`,
    };
  if (!states.includes('well')) return { well: false, says: 'At the last check-up nothing was played.' };
  return { well: true, says: 'The check-up found all that was played as it was.' };
}

function boardPoint({ plays, stands }: Known): Point {
  if (plays === null)
    return { well: false, says: 'No board has told which settings it has: open its cable once.' };
  return stands.includes(plays)
    ? { well: true, says: 'The board has the settings that stand here.' }
    : { well: false, says: 'The board has other settings than stand here: send them (Load, L).' };
}

function copyPoint({ daysSaved }: Known): Point {
  if (daysSaved === null)
    return { well: false, says: 'Nothing was ever saved outside this browser (Bench).' };
  const when = daysSaved === 0 ? 'today' : `${counted(daysSaved, 'day')} ago`;
  return { well: daysSaved < COPY_DAYS, says: `Everything was saved outside this browser ${when}.` };
}
