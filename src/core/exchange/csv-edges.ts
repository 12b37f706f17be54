import type { Edges } from '../signal/take';
import type { LeftOut } from './csv-lines';

/** The header of the section that holds edges. */
export const EDGES_HEADER = 't_us,contact,closed';

/** Time that is played on after the last edge, µs. */
const TAIL_US = 500_000;

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
  lines.forEach((text, i) => {
    const line = text.trim();
    if (line === '' || line.startsWith('#')) return;
    const match = /^(\d{1,15}),([A-Za-z][\w-]{0,39}),([01])$/.exec(line);
    if (!match)
      return leftOut.add(first + i, `a time, a contact and 0 or 1 are required, got "${line.slice(0, 40)}"`);
    const tUs = Number(match[1]);
    if (found.length > 0 && tUs < found[found.length - 1].tUs)
      return leftOut.add(first + i, 'time runs backwards here');
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

/** Times of frames without columns that a take of edges alone is played by, µs. @param rateHz frames a second */
export function framesBeside({ tUs }: Edges, rateHz: number): Float64Array<ArrayBuffer> {
  const periodUs = 1e6 / rateHz;
  const length = tUs.length === 0 ? 0 : Math.ceil((tUs[tUs.length - 1] + TAIL_US - tUs[0]) / periodUs);
  return Float64Array.from({ length }, (_, i) => Math.round(tUs[0] + i * periodUs));
}

/** The section of edges, as {@link readEdges} reads it. */
export const writeEdges = ({ contacts, tUs, contact, closed }: Edges): string[] => [
  EDGES_HEADER,
  ...Array.from(tUs, (t, i) => `${t},${contacts[contact[i]]},${closed[i]}`),
];
