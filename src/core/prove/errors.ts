/** What can be wrong with how a take is answered (maker's handbook 7). */
export const ERRORS = ['missed', 'phantom', 'doubled', 'stuck', 'passing', 'wrong'] as const;
export type ErrorKind = (typeof ERRORS)[number];

/** Each as what is counted is called; more than one have an s. */
export const ERROR_NAMES: Record<ErrorKind, string> = {
  missed: 'missed gesture',
  phantom: 'phantom note',
  doubled: 'doubled note',
  stuck: 'stuck note',
  passing: 'passing note',
  wrong: 'wrong note',
};
