/** Ids are lower case, so that they can name files and C identifiers. */
export const ID = /^[a-z0-9][a-z0-9-]*$/;
/** Names of a take's columns and contacts. */
export const COLUMN = /^[A-Za-z][\w-]*$/;
export const finite = { allowNaN: false, allowInfinity: false };
