import type { Fault } from '@/core/result';

/** Faults that are listed, and letters of one: a file can have as many as it has fields, and names as long as itself. */
const LISTED = 50;
const LONGEST_SAYS = 400;
const LONGEST_PATH = 200;

const short = (words: string, most: number): string =>
  words.length > most ? `${words.slice(0, most)}…` : words;

/** A refusal as a problem document (RFC 9457): the status, a sentence, and each fault with the field it is in. */
export function problem(
  status: number,
  title: string,
  faults: readonly Fault[] = [],
  headers: Record<string, string> = {},
): Response {
  const listed = faults
    .slice(0, LISTED)
    .map(({ path, says }) => ({ path: short(path, LONGEST_PATH), says: short(says, LONGEST_SAYS) }));
  const more = faults.length - listed.length;
  const body = {
    type: 'about:blank',
    title,
    status,
    detail:
      listed.map((f) => (f.path ? `${f.path}: ${f.says}` : f.says)).join('; ') +
        (more > 0 ? `; and ${more} more` : '') || title,
    errors: listed.map((f) => ({ field: f.path, detail: f.says })),
  };
  return Response.json(body, { status, headers: { 'content-type': 'application/problem+json', ...headers } });
}

/** Puts a field's name before each fault's path. */
export const under = (field: string, faults: readonly Fault[]): Fault[] =>
  faults.map((f) => ({ ...f, path: f.path ? `${field}.${f.path}` : field }));
