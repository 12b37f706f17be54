import type { Instrument } from '@/core/instrument/document';

/** A document that its page was left with before it could be saved. */
export interface Unsaved {
  document: Instrument;
  changedAt: string;
  /** One more than that of what was kept when it was left. */
  revision: number;
}

const keyOf = (id: string) => `cheironom-unsaved-${id}`;

/**
 * Keeps a document while its page is being left: the database answers too late by then, but this is done at once.
 * Where the browser refuses it (no room, a private window), the last third of a second of work is lost; nobody is there
 * any more to be told.
 */
export function keepUnsaved(id: string, unsaved: Unsaved): void {
  try {
    localStorage.setItem(keyOf(id), JSON.stringify(unsaved));
  } catch {
    return;
  }
}

/** What was kept so; null where nothing was, or it cannot be read: then the database has the last word. */
export function unsavedOf(id: string): Unsaved | null {
  try {
    return JSON.parse(localStorage.getItem(keyOf(id)) ?? 'null') as Unsaved | null;
  } catch {
    return null;
  }
}

/** Forgets it: the document is saved, or gone. Where the browser refuses even that, nothing was kept either. */
export function forgetUnsaved(id: string): void {
  try {
    localStorage.removeItem(keyOf(id));
  } catch {
    return;
  }
}
