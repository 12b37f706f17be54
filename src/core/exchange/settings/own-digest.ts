/** Digest of settings that are no instrument's: those that a board has measured itself (engine/learnt.ts), and those of nobody. */
export const OWN_DIGEST = '00000000';
