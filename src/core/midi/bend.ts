/** Bend in the middle, and its highest (MIDI 1.0 Detailed Specification, "Pitch Bend Change"). */
export const BEND_CENTRE = 8192;
export const BEND_END = 16383;

/** Bend range that receivers begin with, semitones (MIDI 1.0 Detailed Specification, RPN 0 "Pitch Bend Sensitivity"; common practice: 2). */
export const USUAL_BEND_RANGE = 2;
/** Of a member channel, as MPE 1.1 (M1-100-UM, 2.4) has it, semitones. */
export const MPE_BEND_RANGE = 48;
