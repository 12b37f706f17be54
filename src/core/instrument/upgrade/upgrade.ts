import type { Fault } from '../../result';
import { fromVersion1 } from './from-1';
import { fromVersion2 } from './from-2';
import { withoutMagnetDepth } from './magnet-depth';
import type { Plain } from './plain';
import { withResonatorContacts } from './resonator-contacts';

/**
 * Brings a document of an older version to the newest. Pure: what it is given stays as it is. What it does not
 * understand is passed on for the checks to name by its path in the newest version.
 * @param version of the document, a whole number from 1 up to the newest
 */
export function upgraded(document: object, version: number): object {
  const newest = UPGRADES.slice(version - 1).reduce<object>((d, upgrade) => upgrade(d as Plain), document);
  return withoutMagnetDepth(withResonatorContacts(newest as Plain));
}

/** One function a version: from it to the next. */
const UPGRADES: readonly ((document: Plain) => object)[] = [fromVersion1, fromVersion2];

/** What is wrong with a document's version number, or null. @param newest version that can be read */
export function versionFault(version: unknown, newest: number): Fault | null {
  const fault = (says: string): Fault => ({ path: 'version', says });
  if (typeof version !== 'number' || !Number.isInteger(version) || version < 1)
    return fault(`a whole number of 1 … ${newest} is required, got ${JSON.stringify(version) ?? 'none'}`);
  if (version > newest)
    return fault(
      `This instrument was written by a newer Cheironom (document version ${version}; this one reads ${newest}). Nothing was imported; update first.`,
    );
  return null;
}
