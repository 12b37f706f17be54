import type { Edges } from '../../signal/take';
import type { LeftOut } from './csv-lines';
import { TakeClock } from './csv-time';

/** The header of the section that holds edges. */
export const EDGES_HEADER = 't_us,contact,closed';

/** Time that is played on after an edge, µs: every timer that it starts has ended by then, and every wheel stands (3 s). */
const TAIL_US = 3_100_000;
/** Frames before the first edge: those of power-up, and some. */
const LEAD_FRAMES = 10;
/** Most edges of a take, and most frames beside them, however far apart they lie; some after each edge at least. */
const MOST_EDGES = 200_000;
const MOST_FRAMES = 2_000_000;
const LEAST_TAIL_FRAMES = 8;

/**
 * Parts a take's text where its section of edges begins.
 * @returns what stands before it, and its lines with the number of the first; null for a text without one
 */
export function partEdges(text: string): { before: string; lines: string[]; first: number } | null {
  const found = new RegExp(`^${EDGES_HEADER}\\s*$`, 'm').exec(text);
  if (!found) return null;
  const before = text.slice(0, found.index);
  const first = before.split('\n').length + 1;
  return { before, lines: text.slice(found.index).split(/\r?\n/).slice(1), first };
}

/** Reads lines of time, contact and 0 or 1. What is no such line, or goes back in time, is left out and counted. */
export function readEdges(lines: readonly string[], first: number, leftOut: LeftOut): Edges {
  const contacts: string[] = [];
  const found: { tUs: number; contact: number; closed: number }[] = [];
  const clock = new TakeClock(1);
  lines.forEach((text, i) => {
    const line = text.trim();
    if (line === '' || line.startsWith('#')) return;
    const match = /^(\d{1,15}),([A-Za-z][\w-]{0,39}),([01])$/.exec(line);
    if (!match)
      return leftOut.add(first + i, `a time, a contact and 0 or 1 are required, got "${line.slice(0, 40)}"`);
    const reading = Number(match[1]);
    if (!clock.holds(reading)) return leftOut.add(first + i, 'this is no time that a board could have');
    if (found.length === MOST_EDGES)
      return leftOut.add(first + i, `a take holds ${MOST_EDGES} edges at most`);
    const tUs = clock.at(reading);
    if (tUs === null) return leftOut.add(first + i, 'time runs backwards here');
    if (!contacts.includes(match[2])) contacts.push(match[2]);
    found.push({ tUs, contact: contacts.indexOf(match[2]), closed: Number(match[3]) });
  });
  return {
    contacts,
    tUs: Float64Array.from(found, (e) => e.tUs),
    contact: Uint16Array.from(found, (e) => e.contact),
    closed: Uint8Array.from(found, (e) => e.closed),
  };
}

/**
 * Times of frames without columns that a take of edges alone is played by, µs, rising: before the first edge, and after each as
 * long as its timers may run. A switch that rests for hours costs nothing.
 * @param rateHz frames a second
 */
export function framesBeside({ tUs }: Edges, rateHz: number): Float64Array<ArrayBuffer> {
  const periodUs = 1e6 / rateHz;
  const fair = Math.floor(MOST_FRAMES / Math.max(1, tUs.length));
  const tail = Math.min(Math.ceil(TAIL_US / periodUs), Math.max(LEAST_TAIL_FRAMES, fair));
  const frames: number[] = [];
  if (tUs.length > 0) for (let k = LEAD_FRAMES; k > 0; k--) frames.push(Math.round(tUs[0] - k * periodUs));
  for (let i = 0; i < tUs.length; i++) {
    const until = i + 1 < tUs.length ? tUs[i + 1] : Infinity;
    for (let k = 0; k < tail; k++) {
      const at = Math.round(tUs[i] + k * periodUs);
      if (at >= until) break;
      frames.push(at);
    }
  }
  return Float64Array.from(frames);
}

/** The section of edges, as {@link readEdges} reads it. */
export const writeEdges = ({ contacts, tUs, contact, closed }: Edges): string[] => [
  EDGES_HEADER,
  ...Array.from(tUs, (t, i) => `${t},${contacts[contact[i]]},${closed[i]}`),
];
