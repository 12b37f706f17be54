/** Runs of a check over seeds: so many in `npm run check`, and SOAK_TIMES as many in `npm run soak`. @param few 1 or more */
export const many = (few: number): number => few * Number(process.env.SOAK_TIMES ?? 1);

/** Whether `npm run soak` runs: a case that is like others of its check, and takes as long as ten, is looked at there. */
export const soaking = many(1) > 1;

/** Where random checks begin: the same in each `npm run check`, another in each `npm run soak`. A whole number from 1. */
export const SEED = Number(process.env.SOAK_SEED ?? 1);
