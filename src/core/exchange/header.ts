import { crc32 } from './crc32';
import { pinsOf } from './sketch';
import { VERSION, type Instrument } from '../instrument/document';
import type { GateProgram, InputProgram, LevelProgram, Program, Scale } from '../engine/program';

/** Words of the maker's that go into a C comment: what could end it, or is not plain text, is left out. */
const commentSafe = (words: string) => words.replace(/[^\p{L}\p{N} .,'’()+-]/gu, ' ').trim();

/** Eight hex digits that change whenever anything that the board plays changes: its program, scan rate and pins. */
export function digestOf(instrument: Instrument, program: Program): string {
  const played = { program, scanHz: instrument.board.scanHz, pins: pinsOf(instrument) };
  const text = JSON.stringify(played, (_, v) => (v instanceof Uint16Array ? Array.from(v) : v));
  return crc32(text).toString(16).padStart(8, '0');
}

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
    `#define ${upper}_DIGEST "${digestOf(instrument, program)}"`,
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
      gates.map(() => '{0, 0, 0, 0, 0, 0}'),
    ),
    array('const cheir_input', `${prefix}_inputs`, inputRows(inputs, prefix)),
    array(
      'uint8_t',
      `${prefix}_quiet`,
      inputs.map(() => 0),
    ),
    array(
      'cheir_zero',
      `${prefix}_zeros`,
      inputs.map(() => '{0, 0, 0, 0, 0, {0}}'),
    ),
    `static const cheir_program ${prefix}_program = {${program.tableBits}, ${inputs.length}, ${prefix}_inputs};`,
    `static cheir_state ${prefix}_state = {${prefix}_quiet, ${prefix}_zeros, 0, 0, 0, 0, 0, 0, 0};`,
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
  `{${l.kind}, ${l.status}, ${l.controller}, ${l.sideMask}, ${l.from}, ${l.span}, ${l.deadband}, ${l.intervalTicks}}`;

const gateRow = (g: GateProgram) =>
  `{${g.channel}, ${g.note}, ${g.sideMask}, ${g.windowTicks}, ${g.holdOffTicks}, ${g.velocityFrom}, ${g.velocitySpan}, {${g.attack.map(scaleRow).join(', ')}}}`;

/** C has no empty arrays: an empty one gets a single zero row that nothing reads. */
function array(type: string, name: string, rows: (string | number)[], qualifier = ''): string {
  const numbers = typeof rows[0] === 'number';
  const body = numbers
    ? rows.map((r, i) => `${r},${i % 12 === 11 ? '\n    ' : ' '}`).join('')
    : rows.map((r) => `${r},\n    `).join('');
  const filled = rows.length > 0 ? body.trimEnd() : type === 'uint8_t' ? '0' : '{0}';
  return `static ${type} ${name}[${Math.max(1, rows.length)}] ${qualifier}= {\n    ${filled}\n};`;
}
