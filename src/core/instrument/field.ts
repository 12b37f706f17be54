/** Ids are lower case, so that they can name files and C identifiers. */
export const ID = /^[a-z0-9][a-z0-9-]*$/;
/** Names of a take's columns and contacts. */
export const COLUMN = /^[A-Za-z][\w-]*$/;
/** A colour of light. */
export const COLOUR = /^#[0-9a-f]{6}$/;
export const finite = { allowNaN: false, allowInfinity: false };

/** A pin as the sketch names it: A0, 7. */
export const PIN = /^[A-Za-z0-9_]{1,12}$/;
/** Where a lane is wired to: a pin; an input of a multiplexer (A5.11); where a row of a matrix meets a column (4.9). */
export const PIN_PLACE = /^[A-Za-z0-9_]{1,12}(\.[A-Za-z0-9_]{1,12})?$/;
