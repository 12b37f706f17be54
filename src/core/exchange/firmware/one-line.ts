/** Words of the maker's where a line must stay one: each run of blanks and ends of lines is a blank. */
export const oneLine = (text: string): string => text.replace(/\s+/g, ' ').trim();
