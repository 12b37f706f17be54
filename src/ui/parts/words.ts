import { intervalToDuration } from 'date-fns/intervalToDuration';
import { counted } from '@/core/units/counted';
import type { Board } from '@/core/instrument/board';
import type { Sensor } from '@/core/instrument/sensor';
import { outByteUs } from '@/core/instrument/transports';

/** "2 s ago", "6 d ago". @param ms how long since */
export function agoWords(ms: number): string {
  const span = { start: 0, end: Math.max(0, ms) };
  if (span.end < 2000) return 'just now';
  const { years = 0, months = 0, days = 0, hours = 0, minutes = 0, seconds = 0 } = intervalToDuration(span);
  if (years > 0) return `${counted(years, 'year')} ago`;
  if (months > 0) return `${counted(months, 'month')} ago`;
  if (days > 0) return days === 1 ? 'yesterday' : `${days} d ago`;
  if (hours > 0) return `${hours} h ago`;
  return minutes > 0 ? `${minutes} min ago` : `${seconds} s ago`;
}

/** "28 Nov". @param at ISO 8601 */
export const dayWords = (at: string): string => DAY.format(new Date(at));

/** The browser's own: a package's months would weigh more than all else of it. */
const DAY = new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'short' });

/** A rate an hour so that it can be felt, to two digits: "1 in 40 h", "12 an hour", "< 1 a year". */
export function perHourWords(perHour: number): string {
  if (!(perHour > 0)) return 'none';
  if (perHour >= 1) return `${grouped(Math.round(Number(perHour.toPrecision(2))))} an hour`;
  const hours = 1 / perHour;
  if (hours < 100) return `1 in ${hours < 10 ? hours.toFixed(1) : Math.round(hours)} h`;
  if (hours < 8766) return `1 in ${Math.round(hours / 24)} days`;
  return '< 1 a year';
}

/** Thousands parted by a thin space. */
export const grouped = (n: number): string => String(n).replace(/\B(?=(\d{3})+(?!\d))/g, '\u2009');

/** "0.4", "12": one digit after the point below ten. */
export const short = (n: number): string => (Math.abs(n) < 10 ? n.toFixed(1) : String(Math.round(n)));

/** A first letter made large, for the head of a sentence. */
export const sentence = (words: string): string => words.charAt(0).toUpperCase() + words.slice(1);

/** Bytes a second that a board's way out carries; the slowest of them, where it plays over several. */
export const wireBytes = (board: Board): number => Math.round(1e6 / outByteUs(board));

/** A length of time: "12.3 s", "4 min 05 s", "1 h 02 min". */
export function lengthWords(seconds: number): string {
  const two = (n: number) => String(Math.floor(n)).padStart(2, '0');
  if (seconds < 60) return `${seconds.toFixed(1)} s`;
  if (seconds < 3600) return `${Math.floor(seconds / 60)} min ${two(seconds % 60)} s`;
  return `${Math.floor(seconds / 3600)} h ${two((seconds % 3600) / 60)} min`;
}

/** What a lane is called among those of other sensors: "Leaves leaf-3", or its sensor's name where it is the only one. */
export const laneName = ({ name, lanes }: Sensor, lane: string): string =>
  lanes.length > 1 ? `${name} ${lane}` : name;

/** Levels that seven bits have; a player rarely controls more than noise lets through. */
const SEVEN_BITS = 128;

/** Whether so many levels that stay clear of the noise are enough for what is sent. */
export const quietWords = (levels: number): string =>
  levels >= SEVEN_BITS ? 'Quiet enough' : levels >= SEVEN_BITS / 4 ? 'Fairly quiet' : 'Noisy';
