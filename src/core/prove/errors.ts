/** What can be wrong with how a take is answered (maker's handbook 7). */
export const ERRORS = ['missed', 'phantom', 'doubled', 'stuck', 'passing', 'wrong'] as const;
export type ErrorKind = (typeof ERRORS)[number];
