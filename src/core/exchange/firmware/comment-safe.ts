/** Words of the maker's that go into a C comment: what could end it, or is not plain text, is left out. */
export const commentSafe = (words: string): string => words.replace(/[^\p{L}\p{N} .,:_'’()+-]/gu, ' ').trim();
