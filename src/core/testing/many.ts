/** Runs of a check over seeds: so many in `npm run check`, and SOAK_TIMES as many in `npm run soak`. @param few 1 or more */
export const many = (few: number): number => few * Number(process.env.SOAK_TIMES ?? 1);
