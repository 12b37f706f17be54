/** What storage can refuse, each told and cleared by itself; the first in this order is shown. */
export const TROUBLE_KINDS = ['reading', 'saving', 'takes', 'hole'] as const;
export type TroubleKind = (typeof TROUBLE_KINDS)[number];

/** One sentence for each kind that there is trouble with. */
export type Troubles = Partial<Record<TroubleKind, string>>;

/** The sentence to show, or null. */
export const firstTrouble = (troubles: Troubles): string | null =>
  TROUBLE_KINDS.map((kind) => troubles[kind]).find((says) => says !== undefined) ?? null;

/** Thrown where what is stored is not as this application writes it; its name is what {@link storageWords} knows it by. */
export class StorageRefusal extends Error {
  constructor(override readonly name: 'VersionError' | 'RemovedError' | 'HeldError') {
    super(name);
  }
}

/** A refusal of the browser's storage as one sentence: what happened, what was kept, what to do. */
export function storageWords(error: unknown): string {
  const names = namesOf(error);
  if (names.includes('QuotaExceededError'))
    return 'The browser’s storage is full. This change is kept on screen only; export the instrument, then remove from the bench what you no longer need.';
  if (names.includes('VersionError'))
    return 'What is stored here was written by a newer Cheironom. Nothing was changed; update, then reload.';
  if (names.includes('RemovedError'))
    return 'This instrument was removed from the bench in another tab. Nothing more is stored; bring it back there, or export it here.';
  if (names.includes('HeldError'))
    return 'This instrument is open in another tab, which may be recording. Nothing was removed; close that tab first.';
  if (names.some((n) => REFUSED.includes(n)))
    return 'The browser refuses to store anything here (a private window?). Work goes on, on screen only; export before you close it.';
  return `Storing failed (${names[0] ?? 'unknown'}). This change is kept on screen only; export the instrument to be safe.`;
}

/** What is said while another tab keeps the database as an older version had it. */
export const BLOCKED =
  'Another tab has an older Cheironom open, and what is kept here waits for it. Close that tab; this page goes on by itself.';

/** Whether what is to be kept belongs to something that was removed: trying again helps nothing. */
export const isRemoved = (error: unknown): boolean => namesOf(error).includes('RemovedError');

const REFUSED = ['InvalidStateError', 'SecurityError', 'OpenFailedError', 'MissingAPIError', 'UnknownError'];

/** The error's name and those inside it: Dexie wraps what the browser throws. */
function namesOf(error: unknown): string[] {
  const names: string[] = [];
  for (
    let at: unknown = error;
    at && typeof at === 'object' && names.length < 5;
    at = (at as { inner?: unknown }).inner
  )
    names.push(String((at as { name?: unknown }).name));
  return names;
}
