import type { Block } from '../../engine/blocks/block';
import { blocks } from '../../engine/blocks/registry';
import { partNames, PARTS } from '../../engine/layout';

/** What a block can register: its function in TypeScript, what follows its name in C, and what C calls the list of those that do. */
const DOES = {
  start: ['start', 'STARTS'],
  lookers: ['look', 'LOOKS'],
  frame: ['frame', 'FRAMES'],
  edge: ['edge', 'EDGES'],
  silence: ['silence', 'SILENCES'],
  expire: ['expire', 'EXPIRES'],
  sweep: ['sweep', 'SWEEPS'],
} as const satisfies Partial<Record<keyof Block, readonly [string, string]>>;

/** firmware/cheironom_blocks.h: the blocks that an instrument uses, and what each does. */
export function writeBlocks(): string {
  const lists = Object.entries(DOES).map(([does, [, list]]) => {
    const own = blocks().filter((block) => block[does as keyof typeof DOES]);
    return `#define CHEIR_${list}(X) ${own.map(({ name, of }) => `CHEIR_IF_${of}(X(${name}))`).join(' ')}`;
  });
  const says = Object.values(DOES).map(([suffix, list]) => `CHEIR_${list}: _${suffix}`);
  return [
    '/* Made from src/core/engine/blocks/registry.ts by scripts/make-layout.ts: do not edit. A part of cheironom.c, which alone includes it. */',
    '#ifndef CHEIRONOM_BLOCKS_H',
    '#define CHEIRONOM_BLOCKS_H',
    '',
    '/* Parts that an instrument has none of are left out, with what plays them. */',
    ...partNames().flatMap((part) => [
      `#if CHEIR_${part}`,
      `#define CHEIR_IF_${part}(x) x`,
      '#else',
      `#define CHEIR_IF_${part}(x)`,
      '#endif',
    ]),
    `#define CHEIR_PARTS_IN(X) ${partNames()
      .map((part) => `CHEIR_IF_${part}(X(${part}, ${PARTS[part].of.name}))`)
      .join(' ')}`,
    '',
    `/* Blocks by what they do, each by the function of its name: ${says.join(', ')}. */`,
    ...lists,
    '',
    ...blocks()
      .filter(({ file }) => file !== undefined)
      .flatMap(({ of, file }) => [`#if CHEIR_${of}`, `#include "cheironom_${file}.h"`, '#endif']),
    '',
    '#endif',
    '',
  ].join('\n');
}
