import type { Instrument } from '../../instrument/document';
import { oneLine } from './one-line';

/** The header by which the makers' build tools find the library: no other has its name. @param name of the sketch */
export const libraryHeader = (name: string): string => `${name.replace(/[^A-Za-z0-9]/g, '_')}_instrument.h`;

/** Name of the folder that is imported. */
export const libraryName = (name: string): string => `${name}-library`;

const PROPERTIES = 'library.properties';

/**
 * The files of a board as a library: what it is called, its sources, and the sketch as its example.
 * @param files of the plain folder, by name @param name of the sketch
 * @returns files by their paths in the library's folder
 */
export function asLibrary(
  files: Readonly<Record<string, string>>,
  instrument: Instrument,
  name: string,
): Record<string, string> {
  const header = libraryHeader(name);
  const placed = Object.entries(files).map(([file, text]): [string, string] => {
    if (file.endsWith('.ino'))
      return [`examples/${name}/${file}`, text.replace('#include "instrument.h"', `#include "${header}"`)];
    if (/\.[ch]$/.test(file)) return [`src/${file}`, text];
    return [file.endsWith('.txt') ? file : `extras/${file}`, text];
  });
  return {
    ...Object.fromEntries(placed),
    [PROPERTIES]: properties(instrument, name, header),
    [`src/${header}`]: `/* Made by Cheironom: by this header the library is found. */\n#include "instrument.h"\n`,
  };
}

const properties = ({ name, version }: Instrument, sketch: string, header: string): string =>
  Object.entries({
    name: libraryName(sketch),
    version: `${version}.0.0`,
    author: 'Cheironom',
    maintainer: 'Cheironom',
    sentence: `What the board of ${oneLine(name)} plays.`,
    paragraph:
      'Integers only, no memory of its own but what is declared; the sketch stands among the examples.',
    category: 'Sensors',
    url: '',
    architectures: '*',
    includes: header,
  })
    .map(([key, value]) => `${key}=${value}\n`)
    .join('');
