import type { LogEntry } from '../../instrument/log-entry';

/** What a line of the record tells of: what the maker wrote, what was changed, or what was kept besides. */
export const LINE_KINDS = ['maker', 'change', 'take', 'recording', 'trial', 'check-up'] as const;
export type LineKind = (typeof LINE_KINDS)[number];

/** One line of the record. */
export interface LogLine extends Omit<LogEntry, 'by'> {
  is: LineKind;
}

/** The record, the newest first: what the document's log has, and what was kept besides. @param kept of takes, recordings, trials and check-ups */
export const logLines = (log: readonly LogEntry[], kept: readonly LogLine[]): LogLine[] =>
  [
    ...log.map(({ by, ...entry }): LogLine => ({ ...entry, is: by === 'maker' ? 'maker' : 'change' })),
    ...kept,
  ]
    .map((line, i) => ({ line, i }))
    .sort((a, b) => b.line.at.localeCompare(a.line.at) || b.i - a.i)
    .map(({ line }) => line);

/** What was kept of a sensor in one go is one line: "Takes of Tilt: sides, sweep". @param takes in any order; a role each */
export function takeLines(takes: readonly { at: string; role: string; of: string }[]): LogLine[] {
  const groups = new Map<string, { at: string; of: string; roles: string[] }>();
  for (const { at, role, of } of [...takes].sort((a, b) => a.at.localeCompare(b.at))) {
    const key = `${of} ${at.slice(0, HOUR)}`;
    const group = groups.get(key) ?? { at, of, roles: [] };
    groups.set(key, { ...group, at, roles: [...group.roles, role] });
  }
  return [...groups.values()].map(({ at, of, roles }) => ({
    ...{ at, is: 'take' },
    says: `${roles.length === 1 ? 'Take' : 'Takes'} of ${of}: ${roles.join(', ')}`,
  }));
}

/** Letters of a time up to its hour. */
const HOUR = 13;

/** Lines in which all words of a search stand, whatever their case. */
export function matching(lines: readonly LogLine[], search: string): LogLine[] {
  const words = search.toLocaleLowerCase().split(/\s+/).filter(Boolean);
  const textOf = ({ says, changes = [], at, is }: LogLine) =>
    [says, ...changes, at.slice(0, 10), is].join('\n').toLocaleLowerCase();
  return lines.filter((line) => {
    const text = textOf(line);
    return words.every((word) => text.includes(word));
  });
}

/** Days, each with its lines. @param lines in order of time @param dayOf a line's day, as the maker's clock has it */
export function byDay<L extends { at: string }>(
  lines: readonly L[],
  dayOf: (at: string) => string,
): { day: string; lines: L[] }[] {
  const days: { day: string; lines: L[] }[] = [];
  for (const line of lines) {
    const day = dayOf(line.at);
    const last = days.at(-1);
    if (last?.day === day) last.lines.push(line);
    else days.push({ day, lines: [line] });
  }
  return days;
}

/** What was paid, in all. */
export const paidFor = (lines: readonly LogLine[]): number =>
  lines.reduce((sum, { cost = 0 }) => sum + cost, 0);
