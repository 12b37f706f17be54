import { crc32 } from './crc32';
import { VERSION, type Instrument } from '../instrument/document';
import { LEVEL_KIND, type GateProgram, type LevelProgram, type Program, type Scale } from '../engine/program';

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
    ...inputs.map((i, n) => array('uint16_t', `${prefix}_table${n}`, Array.from(i.table), 'CHEIR_FLASH ')),
    array('cheir_level', `${prefix}_levels`, levels.map(levelRow)),
    array('cheir_gate', `${prefix}_gates`, gates.map(gateRow)),
    array(
      'cheir_input',
      `${prefix}_inputs`,
      inputs.map((i, n) => {
        const sides = i.sides.map((s) => `{${scaleRow(s)}, ${s.dead}, ${s.on}, ${s.off}}`).join(', ');
        return `{${i.column}, ${i.rest}, ${i.falling}, {${sides}}, ${prefix}_table${n}, ${i.levels.length}, ${i.gates.length}}`;
      }),
    ),
    `static const cheir_program ${prefix}_program = {${program.tableBits}, ${inputs.length}, ${prefix}_inputs, ${prefix}_levels, ${prefix}_gates};`,
    '',
    `static cheir_level_state ${prefix}_level_states[${Math.max(1, levels.length)}];`,
    `static cheir_gate_state ${prefix}_gate_states[${Math.max(1, gates.length)}];`,
    `static cheir_state ${prefix}_state = {${prefix}_level_states, ${prefix}_gate_states};`,
    '',
    '#endif',
    '',
  ];
  return lines.join('\n');
}

const scaleRow = (s: Scale) => `{${s.span}, ${s.shift}, ${s.mul}}`;

const levelRow = (l: LevelProgram) =>
  `{${l.kind}, ${l.status}, ${l.controller}, ${l.sideMask}, ${l.from}, ${l.span2}, ${l.deadband}, ${l.intervalUs}u}`;

const gateRow = (g: GateProgram) =>
  `{${g.statusOn}, ${g.statusOff}, ${g.note}, ${g.sideMask}, ${g.windowUs}u, ${g.velocityFrom}, ${g.velocitySpan2}, {${g.attack.map(scaleRow).join(', ')}}}`;

/** C has no empty arrays: an empty one gets a single zero row that nothing reads. */
function array(type: string, name: string, rows: (string | number)[], qualifier = ''): string {
  const numbers = typeof rows[0] === 'number';
  const body = numbers
    ? rows.map((r, i) => `${r},${i % 12 === 11 ? '\n    ' : ' '}`).join('')
    : rows.map((r) => `${r},\n    `).join('');
  const filled = rows.length > 0 ? body.trimEnd() : '{0}';
  return `static const ${type} ${name}[${Math.max(1, rows.length)}] ${qualifier}= {\n    ${filled}\n};`;
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
  const inputRows = count > 0 ? inRows(rows(`${prefix}_inputs`), 17) : [];
  const inputs = inputRows.map((r, n) => {
    const sideAt = (k: number) => ({ ...readScale(r, k), dead: r[k + 3], on: r[k + 4], off: r[k + 5] });
    return {
      column: r[0],
      rest: r[1],
      falling: r[2] as 0 | 1,
      sides: [sideAt(3), sideAt(9)] as Program['inputs'][0]['sides'],
      table: Uint16Array.from(rows(`${prefix}_table${n}`)),
      levels: levels.splice(0, r[15]),
      gates: gates.splice(0, r[16]),
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

const readScale = (r: number[], at: number): Scale => ({ span: r[at], shift: r[at + 1], mul: r[at + 2] });

const readLevel = ([
  kind,
  status,
  controller,
  sideMask,
  from,
  span2,
  deadband,
  intervalUs,
]: number[]): LevelProgram => ({
  kind: kind as (typeof LEVEL_KIND)[keyof typeof LEVEL_KIND],
  status,
  controller,
  sideMask,
  from,
  span2,
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
  velocitySpan2: r[6],
  attack: [readScale(r, 7), readScale(r, 10)],
});
