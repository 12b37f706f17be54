/** A refusal of the browser's storage as one sentence: what happened, what was kept, what to do. */
export function storageWords(error: unknown): string {
  const names = namesOf(error);
  if (names.includes('QuotaExceededError'))
    return 'The browser’s storage is full. This change is kept on screen only; export the instrument, then remove from the bench what you no longer need.';
  if (
    names.some((n) =>
      ['InvalidStateError', 'SecurityError', 'OpenFailedError', 'MissingAPIError', 'UnknownError'].includes(
        n,
      ),
    )
  )
    return 'The browser refuses to store anything here (a private window?). Work goes on, on screen only; export before you close it.';
  if (names.includes('VersionError'))
    return 'What is stored here was written by a newer Cheironom. Nothing was changed; update, then reload.';
  return `Storing failed (${names[0] ?? 'unknown'}). This change is kept on screen only; export the instrument to be safe.`;
}

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
