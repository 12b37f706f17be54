import type { Edges } from '../../signal/take';

/** Changes of a contact nearer than this belong together: its bounces, µs. (Common practice, no source.) */
const TOGETHER_US = 4_000;

/** A contact that has left its rest, or has come back to it. */
export interface Move {
  tUs: number;
  left: boolean;
}

/** What a contact did in a take. */
export interface ContactMoves {
  /** Whether it was closed before its first change; null where it never changed. */
  wasClosed: boolean | null;
  /** In order of time; they leave and come back by turns. */
  moves: Move[];
  /** How long each change bounced, ms. */
  bouncesMs: number[];
}

interface Group {
  fromUs: number;
  toUs: number;
  before: number;
  after: number;
}

/** Changes with what bounces after them taken as one. */
function groupsOf(edges: Edges, own: number): Group[] {
  const groups: Group[] = [];
  for (let i = 0; i < edges.tUs.length; i++) {
    if (edges.contact[i] !== own) continue;
    const [tUs, closed] = [edges.tUs[i], edges.closed[i]];
    const last = groups.at(-1);
    if (last && tUs - last.toUs < TOGETHER_US) Object.assign(last, { toUs: tUs, after: closed });
    else groups.push({ fromUs: tUs, toUs: tUs, before: 1 - closed, after: closed });
  }
  return groups;
}

/** @param restClosed whether the contact is closed while nobody plays; null takes what it was before its first change */
export function movesOf(edges: Edges, contact: string, restClosed: boolean | null): ContactMoves {
  const groups = groupsOf(edges, edges.contacts.indexOf(contact));
  const wasClosed = groups.length === 0 ? null : groups[0].before === 1;
  const rest = (restClosed ?? wasClosed) ? 1 : 0;
  const moves: Move[] = [];
  for (const { fromUs, before, after } of groups)
    if (before !== after) moves.push({ tUs: fromUs, left: after !== rest });
  return {
    wasClosed,
    moves,
    bouncesMs: groups.filter((g) => g.before !== g.after).map((g) => (g.toUs - g.fromUs) / 1000),
  };
}
