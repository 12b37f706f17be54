/** What is said of a recording. */
export interface Words {
  name: string;
  notes: string;
  tags: string[];
  /** Moments that were marked, µs from its start, rising. */
  marks: number[];
}

/** The tags in a text, parted by commas: each once, none empty. */
export const tagsIn = (text: string): string[] => [
  ...new Set(
    text
      .split(',')
      .map((tag) => tag.trim())
      .filter(Boolean),
  ),
];

/** Words as `# key: value` lines of a CSV; what is empty is left out. */
export function writeWords({ name, tags, notes, marks }: Words): Record<string, string> {
  const said = { name, tags: tags.join(', '), notes, marks: marks.map(Math.round).join(' ') };
  return Object.fromEntries(Object.entries(said).filter(([, text]) => text !== ''));
}

/** Most marks that are read from a file. */
const MOST_MARKS = 10_000;

/** Words from the `# key: value` lines of a CSV, the reverse of {@link writeWords}. @param name where the lines have none */
export function readWords(lines: Record<string, string>, name: string): Words {
  const marks = (lines.marks ?? '').split(' ').filter((text) => /^\d{1,15}$/.test(text));
  return {
    name: lines.name || name,
    notes: lines.notes ?? '',
    tags: tagsIn(lines.tags ?? ''),
    marks: marks
      .slice(0, MOST_MARKS)
      .map(Number)
      .sort((a, b) => a - b),
  };
}
