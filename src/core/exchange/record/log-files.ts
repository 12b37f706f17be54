import { byDay, type LogLine } from './log-lines';
import { escapeHtml, PAGE_STYLE } from './page';

/** A picture as a file of its own has it. */
export interface PictureFile {
  id: string;
  /** Name within the folder, or a data URL. */
  src: string;
}

/** What the record is of. */
export interface LogHead {
  name: string;
  currency: string;
  /** A line's day, and its time of day, as the maker's clock has them. */
  dayOf: (at: string) => string;
  timeOf: (at: string) => string;
}

/** The record as Markdown, the newest day first. @param pictures by id; one that is not among them is left out */
export function logMarkdown(
  lines: readonly LogLine[],
  head: LogHead,
  pictures: readonly PictureFile[],
): string {
  const one = ({ at, says, changes = [], cost, pictures: ids = [] }: LogLine) =>
    [
      `- ${head.timeOf(at)} ${plainMarkdown(says)}${costWords(cost, head)}`,
      ...changes.map((change) => `  - ${plainMarkdown(change)}`),
      ...shown(ids, pictures).map(({ src }) => `\n  ![picture](${src})`),
    ].join('\n');
  const days = byDay(lines, head.dayOf).map(
    ({ day, lines: own }) => `## ${day}\n\n${own.map(one).join('\n')}`,
  );
  return [`# ${plainMarkdown(head.name)}: log`, ...days].join('\n\n') + '\n';
}

/** What Markdown would take for marks stays what it is; a line stays a line. */
const plainMarkdown = (text: string): string =>
  text.replace(/[\\`*_[\]<>#|]/g, (c) => `\\${c}`).replace(/\s*\n\s*/g, ' / ');

const costWords = (cost: number | undefined, { currency }: LogHead): string =>
  cost === undefined ? '' : ` (${`${cost} ${currency}`.trim()})`;

const shown = (ids: readonly string[], pictures: readonly PictureFile[]): PictureFile[] =>
  ids.flatMap((id) => pictures.find((p) => p.id === id) ?? []);

/** The record as one page of HTML that needs nothing else. @param pictures as data URLs */
export function logHtml(lines: readonly LogLine[], head: LogHead, pictures: readonly PictureFile[]): string {
  const one = ({ at, says, changes = [], cost, pictures: ids = [] }: LogLine) => {
    const more =
      changes.length > 0 ? `<ul>${changes.map((c) => `<li>${escapeHtml(c)}</li>`).join('')}</ul>` : '';
    const drawn = shown(ids, pictures).map(({ src }) => `<img alt="" src="${escapeHtml(src)}">`);
    return `<p><time datetime="${escapeHtml(at)}">${escapeHtml(head.timeOf(at))}</time> ${escapeHtml(says).replace(/\n/g, '<br>')}${escapeHtml(costWords(cost, head))}</p>${more}${drawn.join('')}`;
  };
  const days = byDay(lines, head.dayOf).map(
    ({ day, lines: own }) => `<h2>${escapeHtml(day)}</h2>${own.map(one).join('\n')}`,
  );
  return `<!doctype html>
<html lang="en"><head><meta charset="utf-8"><title>${escapeHtml(head.name)}: log</title>
<style>${PAGE_STYLE}</style></head><body>
<h1>${escapeHtml(head.name)}</h1>
${days.join('\n')}
</body></html>
`;
}
