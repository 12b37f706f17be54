/** Lanes of one board's sensors together: the runtime counts them in eight bits. */
export const MOST_LANES = 255;
/** Values that its encoders keep for scenes, one for each, likewise. */
export const MOST_SCENE_VALUES = 255;
/** Contacts of one board, likewise. */
export const MOST_CONTACTS = 255;
/** Controllers of all voices together, each on every channel that it is sent on. */
export const MOST_CONTROLLERS = 255;
/** Lanes of all note voices of a board together: one for each note that could sound at once. */
export const MOST_NOTE_LANES = 255;
/** And whatever else of its voices it counts: notes of tunings, fingerings, fingers, lanes of joined gates. */
export const MOST_COUNTED = 255;
/** Octaves of a place that is spaced as a string is: a board's table of 257 points is 0.7 cent off then, and 2.8 with one more. */
export const MOST_STRING_OCTAVES = 4;
