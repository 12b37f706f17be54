import { crc32 } from './crc32';
import { VERSION, type Instrument } from '../instrument/document';
import {
  LEVEL_KIND,
  type GateProgram,
  type InputProgram,
  type LevelProgram,
  type Program,
  type Scale,
} from '../engine/program';

/** Words of the maker's that go into a C comment: what could end it, or is not plain text, is left out. */
const commentSafe = (words: string) => words.replace(/[^\p{L}\p{N} .,'’()+-]/gu, ' ').trim();

/** Eight hex digits that change whenever anything that the board plays changes: CRC-32 of the program's own text. */
export const digestOf = (program: Program): string =>
  crc32(JSON.stringify(program, (_, v) => (v instanceof Uint16Array ? Array.from(v) : v)))
    .toString(16)
    .padStart(8, '0');

/**
 * The C99 header of a compiled instrument, for firmware/cheironom.c.
 * @param prefix C identifier that everything in it starts with
 * @param channels names of the frame's columns, in order, for the comments and the sketch
 */
export function writeHeader(
  instrument: Instrument,
  program: Program,
  channels: readonly string[],
  prefix = 'instrument',
): string {
  const upper = prefix.toUpperCase();
  const { inputs } = program;
  const levels = inputs.flatMap((i) => i.levels);
  const gates = inputs.flatMap((i) => i.gates);
  const lines = [
    `/* ${commentSafe(instrument.name)}: made by Cheironom, document version ${VERSION}. Columns: ${channels.map(commentSafe).join(', ')}. */`,
    `#ifndef ${upper}_H`,
    `#define ${upper}_H`,
    '',
    '#include "cheironom.h"',
    '',
    `#define ${upper}_VERSION ${VERSION}`,
    `#define ${upper}_DIGEST "${digestOf(program)}"`,
    `#define ${upper}_BITS ${program.bits}`,
    `#define ${upper}_COLUMNS ${channels.length}`,
    `#define ${upper}_SCAN_HZ ${instrument.board.scanHz}`,
    `#define ${upper}_MAX_BYTES ${program.maxBytes}`,
    '',
    ...inputs.map((i, n) =>
      array('const uint16_t', `${prefix}_table${n}`, Array.from(i.table), 'CHEIR_FLASH '),
    ),
    array('const cheir_level', `${prefix}_levels`, levels.map(levelRow)),
    array('const cheir_gate', `${prefix}_gates`, gates.map(gateRow)),
    array(
      'cheir_level_state',
      `${prefix}_level_states`,
      levels.map(() => '{0, 0, 0, 0}'),
    ),
    array(
      'cheir_gate_state',
      `${prefix}_gate_states`,
      gates.map(() => '{0, 0, 0}'),
    ),
    array('const cheir_input', `${prefix}_inputs`, inputRows(inputs, prefix)),
    array(
      'uint8_t',
      `${prefix}_quiet`,
      inputs.map(() => 0),
    ),
    `static const cheir_program ${prefix}_program = {${program.tableBits}, ${inputs.length}, ${prefix}_inputs};`,
    `static cheir_state ${prefix}_state = {${prefix}_quiet, 0, 0, 0, 0, 0};`,
    '',
    '#endif',
    '',
  ];
  return lines.join('\n');
}

/** Each input points at its own levels and gates, and at their states. */
function inputRows(inputs: readonly InputProgram[], prefix: string): string[] {
  let level = 0;
  let gate = 0;
  return inputs.map((i, n) => {
    const sides = i.sides.map((s) => `{${scaleRow(s)}, ${s.dead}, ${s.on}, ${s.off}}`).join(', ');
    const own = [
      `${prefix}_levels + ${level}`,
      `${prefix}_level_states + ${level}`,
      `${prefix}_gates + ${gate}`,
      `${prefix}_gate_states + ${gate}`,
    ];
    level += i.levels.length;
    gate += i.gates.length;
    return `{${i.column}, ${i.falling}, ${i.rest}, ${i.restLow}, ${i.restHigh}, {${sides}}, ${prefix}_table${n}, ${i.levels.length}, ${i.gates.length}, ${own.join(', ')}}`;
  });
}

/** cheironom_config.h: what the runtime may fold when it is compiled for one instrument. */
export const writeConfig = (instrument: Instrument): string =>
  `/* Made by Cheironom. */\n#define CHEIR_TABLE_BITS ${instrument.board.tableBits}\n`;

const scaleRow = (s: Scale) => `{${s.span}, ${s.factor}, ${s.mul}}`;

const levelRow = (l: LevelProgram) =>
  `{${l.kind}, ${l.status}, ${l.controller}, ${l.sideMask}, ${l.from}, ${l.span}, ${l.deadband}, ${l.intervalUs}u}`;

const gateRow = (g: GateProgram) =>
  `{${g.statusOn}, ${g.statusOff}, ${g.note}, ${g.sideMask}, ${g.windowUs}u, ${g.velocityFrom}, ${g.velocitySpan}, {${g.attack.map(scaleRow).join(', ')}}}`;

/** C has no empty arrays: an empty one gets a single zero row that nothing reads. */
function array(type: string, name: string, rows: (string | number)[], qualifier = ''): string {
  const numbers = typeof rows[0] === 'number';
  const body = numbers
    ? rows.map((r, i) => `${r},${i % 12 === 11 ? '\n    ' : ' '}`).join('')
    : rows.map((r) => `${r},\n    `).join('');
  const filled = rows.length > 0 ? body.trimEnd() : type === 'uint8_t' ? '0' : '{0}';
  return `static ${type} ${name}[${Math.max(1, rows.length)}] ${qualifier}= {\n    ${filled}\n};`;
}

/**
 * Reads a generated header back into a program, to prove what it says. Reads only what {@link writeHeader} writes.
 * @throws RangeError where a part is missing
 */
export function readHeader(text: string, prefix = 'instrument'): Program {
  const plain = text.replace(/\/\*.*?\*\//gs, '');
  const part = (pattern: string): string => {
    const found = new RegExp(pattern, 's').exec(plain);
    if (!found) throw new RangeError(`readHeader: ${pattern} is required, nothing like it was found`);
    return found[1];
  };
  const rows = (name: string) => numbersOf(part(`${name}\\[\\d+\\][A-Z_ ]*= \\{(.*?)\\};`));
  const [tableBits, count] = numbersOf(part(`cheir_program ${prefix}_program = \\{(.*?)\\};`));
  const levels = inRows(rows(`${prefix}_levels`), 8).map(readLevel);
  const gates = inRows(rows(`${prefix}_gates`), 13).map(readGate);
  const found = count > 0 ? inRows(rows(`${prefix}_inputs`), 23) : [];
  const inputs = found.map((r, n) => {
    const sideAt = (k: number) => ({ ...readScale(r, k), dead: r[k + 3], on: r[k + 4], off: r[k + 5] });
    return {
      column: r[0],
      falling: r[1] as 0 | 1,
      rest: r[2],
      restLow: r[3],
      restHigh: r[4],
      sides: [sideAt(5), sideAt(11)] as Program['inputs'][0]['sides'],
      table: Uint16Array.from(rows(`${prefix}_table${n}`)),
      levels: levels.splice(0, r[17]),
      gates: gates.splice(0, r[18]),
    };
  });
  const define = (name: string) => Number(part(`#define ${prefix.toUpperCase()}_${name} (\\d+)`));
  return { bits: define('BITS'), tableBits, inputs, maxBytes: define('MAX_BYTES') };
}

/** The numbers of an initialiser; a table's name in an input's row is not one. */
const numbersOf = (text: string): number[] =>
  (text.replace(/\b[A-Za-z]\w*/g, '').match(/\d+/g) ?? []).map(Number);

const inRows = (numbers: number[], width: number): number[][] =>
  Array.from({ length: Math.floor(numbers.length / width) }, (_, i) =>
    numbers.slice(i * width, (i + 1) * width),
  );

const readScale = (r: number[], at: number): Scale => ({ span: r[at], factor: r[at + 1], mul: r[at + 2] });

const readLevel = ([
  kind,
  status,
  controller,
  sideMask,
  from,
  span,
  deadband,
  intervalUs,
]: number[]): LevelProgram => ({
  kind: kind as (typeof LEVEL_KIND)[keyof typeof LEVEL_KIND],
  status,
  controller,
  sideMask,
  from,
  span,
  deadband,
  intervalUs,
});

const readGate = (r: number[]): GateProgram => ({
  statusOn: r[0],
  statusOff: r[1],
  note: r[2],
  sideMask: r[3],
  windowUs: r[4],
  velocityFrom: r[5],
  velocitySpan: r[6],
  attack: [readScale(r, 7), readScale(r, 10)],
});
