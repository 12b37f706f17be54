/** A whole number with its word: "1 take", "5 takes". @param many the word for any number but one */
export const counted = (n: number, one: string, many = `${one}s`): string => `${n} ${n === 1 ? one : many}`;
