import { CODES } from '../../engine/codes';
import { DUMP_MAGIC } from '../settings/settings-dump';
import { settingsOf } from '../settings/settings-room';
import { COUNTS, partNames, PARTS, stateLists, structs, type PartName } from '../../engine/layout';
import { LAYOUT_VERSION } from '../../engine/records';
import { velocities } from '../../engine/voices/velocity';
import { placed, sizeOf, type Fields, type FieldType, type Struct } from '../../engine/struct';

/** firmware/cheironom_layout.h: the structs and codes of image and state, and assertions that they lie where they should. */
export function writeLayout(): string {
  return [
    '/* Made from the records, layout.ts and codes.ts of src/core/engine by scripts/make-layout.ts: do not edit. */',
    '#ifndef CHEIRONOM_LAYOUT_H',
    '#define CHEIRONOM_LAYOUT_H',
    '',
    '#include <stddef.h>',
    '#include <stdint.h>',
    '',
    ...Object.entries(CODES).map(([name, codes]) => enumOf(name, codes)),
    '',
    ...structs().map(structOf),
    `#define CHEIR_LAYOUT_VERSION ${LAYOUT_VERSION}u`,
    `#define CHEIR_DUMP_MAGIC 0x${DUMP_MAGIC.toString(16)}ul`,
    '/* The settings of each record, in order: a byte each, or a word. */',
    ...partNames().map(settingsMacro),
    '',
    '/* The lists of an image, and of a state with how long each is: name, struct, length. */',
    `#define CHEIR_PARTS(X) ${partNames()
      .map((part) => `X(${part}, ${PARTS[part].of.name})`)
      .join(' ')}`,
    `#define CHEIR_COUNTS(X) ${COUNTS.map((count) => `X(${count})`).join(' ')}`,
    `#define CHEIR_STATES(X) ${stateLists()
      .map(({ name, of, counted }) => `X(${name}, ${of.name}, ${counted})`)
      .join(' ')}`,
    '',
    '/* Where one program plays any instrument, all of it is compiled in. */',
    '#if !defined(CHEIR_ONE_INSTRUMENT)',
    ...[...partNames(), ...COUNTS].map((part) => `#define CHEIR_${part} 1`),
    ...velocities().map(({ name }) => `#define CHEIR_velocity_${name} 1`),
    '#endif',
    '',
    '/* A compiler that would lay them out otherwise refuses here: a negative size. */',
    '#define CHEIR_LIES(name, condition) typedef char cheir_lies_##name[(condition) ? 1 : -1]',
    ...structs().flatMap(assertionsOf),
    '#undef CHEIR_LIES',
    '',
    '#endif',
    '',
  ].join('\n');
}

const upper = (name: string) => name.replace(/[A-Z]/g, (c) => `_${c}`).toUpperCase();

const enumOf = (name: string, codes: Readonly<Record<string, number>>): string =>
  `enum { ${Object.entries(codes)
    .map(([code, value]) => `CHEIR_${upper(name)}_${upper(code)} = ${value}`)
    .join(', ')} };`;

function settingsMacro(part: PartName): string {
  const { of } = PARTS[part];
  const own = settingsOf(part);
  const bytes = own.reduce((n, { word }) => n + (word === 'u8' ? 1 : 2), 0);
  const fields = own.map(({ word, path }) => ` ${word === 'u8' ? 'BYTE' : 'WORD'}(${path})`).join('');
  return `#define CHEIR_SETTINGS_OF_${of.name}(BYTE, WORD)${fields}\n#define CHEIR_BYTES_OF_${of.name} ${bytes}u`;
}

const WORDS = { u8: 'uint8_t', u16: 'uint16_t', u32: 'uint32_t' } as const;

function structOf(of: Struct<Fields>): string {
  const fields = Object.entries(of.fields).map(([name, type]) => `    ${declared(type, name)};`);
  return `/* ${of.says[0].toUpperCase()}${of.says.slice(1)}. */\ntypedef struct {\n${fields.join('\n')}\n} cheir_${of.name};\n`;
}

function declared(type: FieldType, name: string): string {
  if (typeof type === 'string') return `${WORDS[type]} ${name}`;
  if (Array.isArray(type)) return `${declared(type[0] as FieldType, name)}[${type[1]}]`;
  return `cheir_${(type as Struct<Fields>).name} ${name}`;
}

function assertionsOf(of: Struct<Fields>): string[] {
  const type = `cheir_${of.name}`;
  return [
    `CHEIR_LIES(${of.name}, sizeof(${type}) == ${sizeOf(of)});`,
    ...placed(of).map(
      ({ path, offset }, i) => `CHEIR_LIES(${of.name}_${i}, offsetof(${type}, ${path}) == ${offset});`,
    ),
  ];
}
