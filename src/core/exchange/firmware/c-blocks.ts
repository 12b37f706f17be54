import type { Block, Deriver } from '../../engine/blocks/block';
import { blocks } from '../../engine/blocks/registry';
import { partNames, PARTS } from '../../engine/layout';
import { hearers } from '../../engine/voices/hearers';
import { velocities } from '../../engine/voices/velocity';

/** What a block can register: its function in TypeScript, what follows its name in C, and what C calls the list of those that do. */
const DOES = {
  start: ['start', 'STARTS'],
  lookers: ['look', 'LOOKS'],
  frame: ['frame', 'FRAMES'],
  edge: ['edge', 'EDGES'],
  byte: ['byte', 'BYTES'],
  scene: ['scene', 'SCENES'],
  silence: ['silence', 'SILENCES'],
  expire: ['expire', 'EXPIRES'],
  sweep: ['sweep', 'SWEEPS'],
} as const satisfies Partial<Record<keyof Block, readonly [string, string]>>;

/** The same of what derives columns. */
const DERIVES = {
  frame: ['derive', 'DERIVES'],
  edge: ['derive_edge', 'DERIVE_EDGES'],
  expire: ['derive_expire', 'DERIVE_EXPIRES'],
} as const satisfies Record<keyof Deriver, readonly [string, string]>;

/** firmware/cheironom_blocks.h: the blocks that an instrument uses, and what each does. */
export function writeBlocks(): string {
  const listOf = (list: string, does: (block: Block) => unknown) =>
    `#define CHEIR_${list}(X) ${blocks()
      .filter(does)
      .map(({ name, of }) => `CHEIR_IF_${of}(X(${name}))`)
      .join(' ')}`;
  const lists = [
    ...Object.entries(DOES).map(([does, [, list]]) =>
      listOf(list, (block) => block[does as keyof typeof DOES]),
    ),
    ...Object.entries(DERIVES).map(([does, [, list]]) =>
      listOf(list, ({ derives }) => derives?.[does as keyof Deriver]),
    ),
  ];
  const says = Object.values({ ...DOES, ...DERIVES }).map(([suffix, list]) => `CHEIR_${list}: _${suffix}`);
  return [
    '/* Made from src/core/engine/blocks/registry.ts by scripts/make-layout.ts: do not edit. A part of cheironom.c, which alone includes it. */',
    '#ifndef CHEIRONOM_BLOCKS_H',
    '#define CHEIRONOM_BLOCKS_H',
    '',
    '/* Parts that an instrument has none of are left out, with what plays them. */',
    ...partNames().flatMap(onlyIf),
    `#define CHEIR_PARTS_IN(X) ${partNames()
      .map((part) => `CHEIR_IF_${part}(X(${part}, ${PARTS[part].of.name}))`)
      .join(' ')}`,
    '',
    `/* Blocks by what they do, each by the function of its name: ${says.join(', ')}. */`,
    ...lists,
    '',
    '/* Who hears a gate, and where a velocity comes from: `<name>_opens` and `<name>_closes`, `velocity_<name>`. */',
    enumOf('HEARS', hearers()),
    `#define CHEIR_HEARERS(X) ${hearers()
      .map(({ name, of }) => `CHEIR_IF_${of}(X(${snake(name)}, CHEIR_HEARS_${snake(name).toUpperCase()}))`)
      .join(' ')}`,
    enumOf('VELOCITY', velocities()),
    ...velocities().flatMap(({ name }) => onlyIf(`velocity_${name}`)),
    `#define CHEIR_VELOCITIES(X) ${velocities()
      .map(({ name }) => `CHEIR_IF_velocity_${name}(X(${name}, CHEIR_VELOCITY_${snake(name).toUpperCase()}))`)
      .join(' ')}`,
    '',
    '/* What sounds, then what plays it. */',
    '#if CHEIR_note_lanes',
    ...['velocity', ...velocities().flatMap(({ file }) => file ?? []), 'allocator'].map(include),
    '#endif',
    ...blocks()
      .filter(({ hears }) => hears)
      .flatMap(includeOf),
    include('events'),
    ...blocks()
      .filter(({ hears }) => !hears)
      .flatMap(includeOf),
    '',
    '#endif',
    '',
  ].join('\n');
}

const snake = (name: string): string => name.replace(/[A-Z]/g, (c) => `_${c.toLowerCase()}`);

const enumOf = (stem: string, members: readonly { name: string }[]): string =>
  `enum { ${members.map(({ name }, i) => `CHEIR_${stem}_${snake(name).toUpperCase()} = ${i}`).join(', ')} };`;

/** A macro that is what it is given where an instrument uses something, and nothing where it does not. */
const onlyIf = (used: string): string[] => [
  `#if CHEIR_${used}`,
  `#define CHEIR_IF_${used}(x) x`,
  '#else',
  `#define CHEIR_IF_${used}(x)`,
  '#endif',
];

const include = (file: string): string => `#include "cheironom_${file}.h"`;
const includeOf = ({ of, file }: Block): string[] =>
  file === undefined ? [] : [`#if CHEIR_${of}`, include(file), '#endif'];
